import { instantOf, isScheduled, reaches, share, valueCut, type Json, type Unit } from './naiveBasics.ts'

/** One case on its way through: what every phase looks at. */
export interface Situation {
  readonly input: Json
  readonly now: number
  readonly zone: string
  readonly regularOf: Map<string, number>
  /** The price steps that set it, by SKU. */
  readonly stepOf: Map<string, string>
  readonly counted: Set<string>
}

export const factsOf = ({ input }: Situation, promotion: Json): Json => ({
  uses: 0,
  usesByShopper: 0,
  unitsSold: 0,
  discountGiven: 0,
  ...(input.facts ?? {})[promotion.id],
})

export const isLive = (s: Situation, promotion: Json): boolean =>
  promotion.state === 'ready' && isScheduled(promotion.schedule ?? {}, s.zone, s.now)

export function limitsAdmit(s: Situation, promotion: Json): boolean {
  const { uses, usesPerShopper, units, budget, budgetStops } = promotion.limits ?? {}
  const facts = factsOf(s, promotion)
  if (uses != null && facts.uses >= uses) return false
  if (usesPerShopper != null && (s.input.cart.shopper === null || facts.usesByShopper >= usesPerShopper)) return false
  if (units != null && facts.unitsSold >= onOffer(s, promotion)) return false
  return !(budgetStops && budget != null && facts.discountGiven >= budget)
}

/** `units`, and what refills add: by units left one after the other, then by hours to the end. */
export function onOffer(s: Situation, { id, limits = {}, schedule = {} }: Json): number {
  if (limits.units == null) return Infinity
  const sold = (s.input.facts ?? {})[id]?.unitsSold ?? 0
  const refills: Json[] = limits.refills ?? []
  let units = limits.units
  for (const one of refills.filter(({ at }) => at.unitsLeft !== undefined))
    units += units - sold <= one.at.unitsLeft ? one.add : 0
  const hoursLeft = schedule.end === undefined ? Infinity : (instantOf(schedule.end, s.zone) - s.now) / 3_600_000
  for (const one of refills) if (one.at.hoursLeft !== undefined && hoursLeft <= one.at.hoursLeft) units += one.add
  return units
}

export const plainCode = (code: string) => code.toUpperCase().replace(/[\s-]/g, '')

/** The promotions opened by counted codes. */
export function countCodes(s: Situation): Set<string> {
  const opened: string[] = []
  const seen = new Set<string>()
  for (const code of s.input.cart.codes.map(plainCode)) {
    if (seen.has(code)) continue
    seen.add(code)
    const batch = Object.entries(s.input.codes ?? {}).find(([text]) => plainCode(text) === code)?.[1] as Json
    const target = [...s.input.plan.promotions]
      .sort((a: Json, b: Json) => a.rank - b.rank)
      .find(
        (p: Json) =>
          isLive(s, p) &&
          p.code != null &&
          ('text' in p.code ? plainCode(p.code.text) === code : batch?.state === 'open' && batch.promotion === p.id),
      )
    if (target && limitsAdmit(s, target) && !opened.includes(target.id)) opened.push(target.id)
  }
  return new Set(opened.slice(0, s.input.store.maxCodesPerOrder))
}

type Truth = boolean | null

export function judge(s: Situation, condition: Json, units: readonly Unit[]): Truth {
  if (condition == null) return true
  if (condition.all) {
    const parts = condition.all.map((part: Json) => judge(s, part, units))
    return parts.includes(false) ? false : parts.includes(null) ? null : true
  }
  if (condition.any) {
    const parts = condition.any.map((part: Json) => judge(s, part, units))
    return parts.includes(true) ? true : parts.includes(null) ? null : false
  }
  if (condition.not !== undefined) {
    const inner = judge(s, condition.not, units)
    return inner === null ? null : !inner
  }
  return judgeTest(s, condition, units)
}

function judgeTest(s: Situation, test: Json, units: readonly Unit[]): Truth {
  const { shopper, channel, delivery } = s.input.cart
  const inReach = () => units.filter((unit) => reaches(test.reach, unit.product, unit.regular, s.input.catalogue))
  switch (test.test) {
    case 'spend':
      return compare(
        inReach().reduce((sum, unit) => sum + (unit as Json)[test.basis], 0),
        test.op,
        test.amount,
      )
    case 'quantity':
      return compare(inReach().length, test.op, test.count)
    case 'channel':
      return test.in.includes(channel)
    case 'country':
      return delivery !== null && test.in.includes(delivery.country)
    case 'option':
      return delivery !== null && test.in.includes(delivery.option)
    case 'signedIn':
      return (shopper !== null) === test.is
  }
  if (shopper === null) return null
  switch (test.test) {
    case 'group':
      return test.in.some((one: string) => shopper.groups.includes(one))
    case 'tag':
      return test.in.some((one: string) => shopper.tags.includes(one))
    case 'audience':
      return test.in.some((one: string) => (shopper.audiences ?? []).includes(one))
    case 'shopper':
      return test.in.includes(shopper.id)
    case 'orders':
      return compare(shopper.orders, test.op, test.count)
    case 'spent':
      return compare(shopper.spent, test.op, test.amount)
    default:
      return shopper.bought.some((sku: string) => {
        const product = s.input.catalogue.products.find((one: Json) => one.sku === sku)
        return product && reaches(test.reach, product, s.regularOf.get(sku)!, s.input.catalogue)
      })
  }
}

function compare(a: number, op: string, b: number): boolean {
  return { '>=': a >= b, '>': a > b, '<=': a <= b, '<': a < b, '=': a === b, '!=': a !== b }[op]!
}

const asksForChannel = (condition: Json): boolean =>
  condition != null &&
  (condition.test === 'channel' ||
    [...(condition.all ?? []), ...(condition.any ?? []), condition.not].some((part: Json) => asksForChannel(part)))

/** In a partner channel only those hold that go there, or whose condition asks for the channel. */
function isThere({ input }: Situation, { partners = [], when }: Json): boolean {
  const { channel } = input.cart
  if (!(input.partners ?? []).includes(channel)) return true
  return asksForChannel(when) || partners.some((one: Json) => one.channel === channel)
}

/** Whether a markdown or price steps leave a product out in the order's channel. */
export function leavesOut({ input }: Situation, { partners = [] }: Json, sku: string): boolean {
  const { channel } = input.cart
  if (!(input.partners ?? []).includes(channel)) return false
  return partners.some((one: Json) => one.channel === channel && one.leftOut?.includes(sku))
}

/** Live, there, opened if it wants a code, limits not used up; `when` is asked elsewhere. */
export const isOpen = (s: Situation, promotion: Json): boolean =>
  isThere(s, promotion) &&
  isLive(s, promotion) &&
  limitsAdmit(s, promotion) &&
  (promotion.code == null || s.counted.has(promotion.id))

export function rungOf(s: Situation, promotion: Json): Json {
  const { ladder, schedule = {} } = promotion
  if (ladder == null) return null
  const sold = factsOf(s, promotion).unitsSold
  const rungs: Json[] = ladder.rungs
  if (ladder.by === 'unitsSold') return rungs.filter((rung) => rung.at <= sold).at(-1)?.value ?? null
  if (ladder.by === 'date') return rungs.filter((rung) => instantOf(rung.at, s.zone) <= s.now).at(-1)?.value ?? null
  const left =
    ladder.by === 'unitsLeft'
      ? Math.max(0, onOffer(s, promotion) - sold)
      : (instantOf(schedule.end, s.zone) - s.now) / 3_600_000
  return rungs.find((rung) => rung.at >= left)?.value ?? null
}

export function floorOf(product: Json, store: Json): number {
  if (!store.floor.enforce) return 0
  const cost = product.unitCost ?? 0
  const tax = store.pricesIncludeTax ? product.taxRate : 0
  const byCost = Number(
    (2n * BigInt(cost) * BigInt(10_000 + store.floor.minMargin) * BigInt(10_000 + tax) + 10n ** 8n) / (2n * 10n ** 8n),
  )
  return Math.max(product.minimumPrice ?? 0, product.unitCost === null ? 0 : byCost)
}

export function combine(a: Json, b: Json, store: Json): boolean {
  if (a.stacking.mode === 'alone' || b.stacking.mode === 'alone') return false
  const [x, y] = [a.stacking.group, b.stacking.group]
  return !store.apart.some(([one, other]: [string, string]) => (one === x && other === y) || (one === y && other === x))
}

export const mayTouch = (promotion: Json, unit: Unit, store: Json): boolean =>
  unit.touched.every((other) => other.stacking.mode !== 'closes' && combine(promotion, other, store))

/** The price that a markdown makes of a unit; its current price where it does nothing. */
export function markdownPrice(s: Situation, promotion: Json, unit: Unit): number {
  const { value, bands, rounding } = promotion.mechanic
  const chosen = rungOf(s, promotion) ?? value ?? bands?.filter((band: Json) => band.from <= unit.regular).at(-1)?.value
  const { current, floor } = unit
  if (!chosen || current <= floor) return current
  const plain = current - valueCut(chosen, unit)
  if (plain === current) return current
  if (!rounding) return Math.max(plain, floor)
  const { to, step, ending = 0 } = rounding
  const below = Math.floor((plain - ending) / step) * step + ending
  const above = below === plain ? plain : below + step
  const rounded = to === 'down' ? below : to === 'up' ? above : above - plain < plain - below ? above : below
  if (rounded < 1 || rounded >= current) return Math.max(plain, floor)
  if (rounded >= floor) return rounded
  const lowest = Math.ceil((floor - ending) / step) * step + ending
  return lowest < current ? lowest : floor
}

export { share }
