import {
  formatPercent,
  isFree,
  type BuyGet,
  type Ladder,
  type Limits,
  type Pick,
  type Repeat,
  type SentencePart,
  type Tier,
  type Value,
} from '@novalex/core'
import { formatLocal, formatMoney, joinWords, plural } from './format.ts'
import { DELIVERY_OPTIONS, describeReach, describeValue, type Names } from './ruleWords.ts'

type PartOf<K extends SentencePart['part']> = Extract<SentencePart, { part: K }>

/** The words of each part that belongs to a cart offer. */
export const OFFER_WORDS: { readonly [K in SentencePart['part']]?: (part: PartOf<K>, names: Names) => string } = {
  code: ({ code }) => ('text' in code ? `with the code ${code.text}` : 'with a code of the batch'),
  maxUnits: ({ maxUnits, pick }) => `on the ${maxUnits === 1 ? pick : `${maxUnits} ${pick}`}`,
  tiers: ({ mechanic }) => describeTiers(mechanic),
  buy: ({ buy }, names) => describeBuy(buy, names),
  get: (part, names) => describeGet(part, names),
  parts: ({ parts, pick }, names) =>
    joinWords(parts.map(({ quantity, reach }) => `any ${quantity} of ${describeReach(reach, names)}`)) +
    describePick(pick),
  price: ({ price, units }) => `${formatMoney(price)} for ${units === 1 ? 'it' : `the ${units}`}`,
  repeat: ({ repeat }) => describeRepeat(repeat),
  options: ({ options }) =>
    `by ${joinWords(
      options.map((option) => DELIVERY_OPTIONS[option] ?? option),
      'or',
    )}`,
  surcharge: ({ value }) => describeSurcharge(value),
  steps: ({ ladder }) => describeSteps(ladder),
  ladder: ({ ladder, isDelivery }) =>
    `changing to ${describeSteps(ladder, isDelivery ? describeDelivery : describeValue)}`,
  limits: ({ limits }) => describeLimits(limits),
}

function describeTiers(mechanic: PartOf<'tiers'>['mechanic']): string {
  const isUnits = mechanic.kind === 'quantity-break'
  const limit = ({ from }: Tier) => (isUnits ? `${from} and more` : `${formatMoney(from)} or more`)
  const what = mechanic.kind === 'delivery' ? describeDelivery : describeValue
  const tiers = joinWords(mechanic.tiers.map((tier) => `${what(tier.value)} at ${limit(tier)}`))
  if (mechanic.kind === 'delivery') return `${tiers} ${WORTH[mechanic.basis]}`
  if (!isUnits) return tiers
  const count = { sku: 'of one product', family: 'of one family', reach: 'together' }[mechanic.count]
  return `${tiers} ${count}${mechanic.on === 'tier' ? ', each unit by its own step,' : ''}`
}

/** Of what amount a delivery offer's tiers are. */
const WORTH = { shelf: 'before cart offers', current: 'after all offers' }

export function describeDelivery(value: Value): string {
  if ('price' in value) return `delivery for ${formatMoney(value.price)}`
  return 'percent' in value && value.percent === 10_000 ? 'delivery free' : `delivery for ${describeValue(value)}`
}

function describeBuy({ quantity, spend, reach }: BuyGet['buy'], names: Names): string {
  const what = describeReach(reach, names)
  return quantity === undefined ? `${formatMoney(spend ?? 0)} worth of ${what}` : `${quantity} of ${what}`
}

function describeGet({ get, pick, isGift }: PartOf<'get'>, names: Names): string {
  const { quantity, sameSku, reach, value } = get
  const of = sameSku ? `${quantity} more of the same` : `${quantity} of ${describeReach(reach ?? {}, names)}`
  if (isGift) return `${of}, added free`
  const what = `${of}${describePick(pick)}`
  return isFree(value) ? `${what} free` : `${what} at ${describeValue(value)}`
}

function describePick(pick: Pick | null): string {
  return pick === null ? '' : `, the ${pick} first,`
}

export function describeRepeat(repeat: Repeat): string {
  if (repeat === 'every') return 'as often as they like'
  return repeat === 'once' || repeat === 1 ? 'once per order' : `at most ${repeat} times per order`
}

function describeSurcharge(value: PartOf<'surcharge'>['value']): string {
  if ('percent' in value) return `${formatPercent(value.percent)} more`
  if ('amount' in value) return `${formatMoney(value.amount)} more ${value.per === 'once' ? 'once' : 'each'}`
  return formatMoney(value.price)
}

const STEP_WORDS = { unitsSold: 'sold', unitsLeft: 'left', hoursLeft: 'hours left' }

function describeSteps(ladder: Ladder, describe = describeValue): string {
  const steps =
    ladder.by === 'date'
      ? ladder.rungs.map(({ at, value }) => `${describe(value)} from ${formatLocal(at)}`)
      : ladder.rungs.map(({ at, value }) => `${describe(value)} at ${at} ${STEP_WORDS[ladder.by]}`)
  // What is left goes down, so the last rung comes first.
  const isDownward = ladder.by === 'unitsLeft' || ladder.by === 'hoursLeft'
  return joinWords(isDownward ? steps.reverse() : steps)
}

/** The limits in a few words. */
export function describeLimits({ units, uses, usesPerShopper, perOrder, budget, budgetStops }: Limits): string {
  return [
    ...(units == null ? [] : [`at most ${plural(units, 'item')}`]),
    ...(perOrder == null ? [] : [`at most ${formatMoney(perOrder)} per order`]),
    ...(uses == null ? [] : [`at most ${plural(uses, 'order')}`]),
    ...(usesPerShopper == null ? [] : [`at most ${plural(usesPerShopper, 'order')} per shopper`]),
    ...(budget == null ? [] : [`a budget of ${formatMoney(budget)}${budgetStops ? ' that stops it' : ' as a plan'}`]),
  ].join(', ')
}
