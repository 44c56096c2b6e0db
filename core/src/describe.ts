import type {
  Band,
  Bundle,
  BuyGet,
  Condition,
  DeliveryOffer,
  Ladder,
  Limits,
  Mechanic,
  OrderDiscount,
  Pick,
  PriceList,
  Promotion,
  QuantityBreak,
  Reach,
  Repeat,
  Rounding,
  Schedule,
  SpendBreak,
  Stacking,
  Store,
  Value,
} from './plan.ts'

/**
 * A promotion as the parts of one sentence, in reading order. Each names what it is about and carries the facts; the words
 * belong to the locale, the editor behind a part to the interface.
 */
export type SentencePart =
  | { readonly part: 'open'; readonly isOpen: true }
  | { readonly part: 'start'; readonly start: Schedule['start'] }
  | { readonly part: 'end'; readonly end: Schedule['end'] }
  | { readonly part: 'weekly'; readonly weekly: NonNullable<Schedule['weekly']> }
  | { readonly part: 'shopper'; readonly when: Condition | null }
  | { readonly part: 'code'; readonly code: NonNullable<Promotion['code']> }
  | { readonly part: 'reach'; readonly reach: Reach }
  | { readonly part: 'value'; readonly value: Value | null; readonly bands: readonly Band[] }
  /** A price for each of so many products. */
  | { readonly part: 'prices'; readonly products: number; readonly isRegular: boolean }
  | { readonly part: 'rounding'; readonly rounding: Rounding }
  | { readonly part: 'maxUnits'; readonly maxUnits: number; readonly pick: Pick }
  | { readonly part: 'tiers'; readonly mechanic: QuantityBreak | SpendBreak | OrderDiscount | DeliveryOffer }
  | { readonly part: 'buy'; readonly buy: BuyGet['buy'] }
  | { readonly part: 'get'; readonly get: BuyGet['get']; readonly pick: Pick | null; readonly isGift: boolean }
  | { readonly part: 'parts'; readonly parts: Bundle['parts']; readonly pick: Pick | null }
  | { readonly part: 'price'; readonly price: number; readonly units: number }
  | { readonly part: 'repeat'; readonly repeat: Repeat }
  | { readonly part: 'options'; readonly options: readonly string[] }
  | { readonly part: 'surcharge'; readonly value: Value }
  | { readonly part: 'steps'; readonly ladder: Ladder }
  /** What the value changes to as things go on. */
  | { readonly part: 'ladder'; readonly ladder: Ladder; readonly isDelivery: boolean }
  | { readonly part: 'limits'; readonly limits: Limits }
  | { readonly part: 'stacking'; readonly stacking: Stacking; readonly apart: readonly string[] }

/** Source: docs/pricing.md, "A promotion". */
export function describePromotion(promotion: Promotion, store: Store): SentencePart[] {
  const { schedule, stacking, code, limits } = promotion
  const hasLimits = Object.values(limits).some((limit) => limit !== null && limit !== undefined && limit !== false)
  return [
    ...(schedule.open
      ? [{ part: 'open' as const, isOpen: true as const }]
      : [
          { part: 'start' as const, start: schedule.start },
          { part: 'end' as const, end: schedule.end },
        ]),
    ...(schedule.weekly?.length ? [{ part: 'weekly' as const, weekly: schedule.weekly }] : []),
    { part: 'shopper', when: promotion.when },
    ...(code ? [{ part: 'code' as const, code }] : []),
    ...describeMechanic(promotion.mechanic, promotion.ladder),
    ...describeLadder(promotion),
    ...(hasLimits ? [{ part: 'limits' as const, limits }] : []),
    ...(stacking ? [{ part: 'stacking' as const, stacking, apart: findApart(stacking.group, store) }] : []),
  ]
}

function describeMechanic(mechanic: Mechanic, ladder: Ladder | null): SentencePart[] {
  switch (mechanic.kind) {
    case 'markdown': {
      const { value, bands, prices, rounding, reach } = mechanic
      if (prices) return describePriceList(prices, reach, false)
      return [
        { part: 'value', value: value ?? null, bands: bands ?? [] },
        { part: 'reach', reach },
        ...(rounding ? [{ part: 'rounding' as const, rounding }] : []),
      ]
    }
    case 'item-discount': {
      const { value, reach, maxUnits, pick = 'cheapest' } = mechanic
      return [
        { part: 'value', value, bands: [] },
        ...(maxUnits === undefined ? [] : [{ part: 'maxUnits' as const, maxUnits, pick }]),
        { part: 'reach', reach },
      ]
    }
    case 'quantity-break':
    case 'spend-break':
    case 'order-discount':
      return [
        { part: 'tiers', mechanic },
        { part: 'reach', reach: mechanic.reach },
      ]
    case 'delivery':
      return [
        { part: 'tiers', mechanic },
        ...(mechanic.options ? [{ part: 'options' as const, options: mechanic.options }] : []),
      ]
    case 'buy-get':
      return [
        { part: 'buy', buy: mechanic.buy },
        { part: 'get', get: mechanic.get, pick: mechanic.pick ?? null, isGift: mechanic.gift === true },
        { part: 'repeat', repeat: mechanic.repeat },
      ]
    case 'bundle': {
      const { parts, price, repeat, pick = null } = mechanic
      const units = parts.reduce((sum, { quantity }) => sum + quantity, 0)
      return [
        { part: 'parts', parts, pick },
        { part: 'price', price, units },
        { part: 'repeat', repeat },
      ]
    }
    case 'surcharge':
      return [
        { part: 'surcharge', value: mechanic.value },
        { part: 'reach', reach: mechanic.reach },
      ]
    case 'price-steps':
      if (mechanic.prices) return describePriceList(mechanic.prices, mechanic.reach, true)
      return [...(ladder ? [{ part: 'steps' as const, ladder }] : []), { part: 'reach', reach: mechanic.reach }]
    default:
      return mechanic satisfies never
  }
}

/** Price steps are nothing but their ladder, and have said so. */
function describeLadder({ mechanic, ladder }: Promotion): SentencePart[] {
  if (ladder === null || mechanic.kind === 'price-steps') return []
  return [{ part: 'ladder', ladder, isDelivery: mechanic.kind === 'delivery' }]
}

function describePriceList(prices: PriceList, reach: Reach, isRegular: boolean): SentencePart[] {
  const isNarrowed = Object.keys(reach).length > 0
  return [
    { part: 'prices', products: Object.keys(prices).length, isRegular },
    ...(isNarrowed ? [{ part: 'reach' as const, reach }] : []),
  ]
}

/** The groups that a group is kept apart from, its own included where listed, in the store's order. */
export function findApart(group: string, store: Store): string[] {
  return store.stackGroups.filter((other) =>
    store.apart.some(([a, b]) => (a === group && b === other) || (a === other && b === group)),
  )
}
