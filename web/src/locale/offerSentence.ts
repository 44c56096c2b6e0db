import type { BuyGet, Limits, Repeat, SentencePart, Tier, Value } from '@novalex/core'
import { formatLocal, formatMoney, joinWords, plural } from './format.ts'
import { describeReach, describeValue, type Names } from './ruleWords.ts'

type PartOf<K extends SentencePart['part']> = Extract<SentencePart, { part: K }>

/** The words of each part that belongs to a cart offer. */
export const OFFER_WORDS: { readonly [K in SentencePart['part']]?: (part: PartOf<K>, names: Names) => string } = {
  code: ({ code }) => ('text' in code ? `with the code ${code.text}` : 'with a code of the batch'),
  maxUnits: ({ maxUnits, pick }) => `on the ${maxUnits === 1 ? pick : `${maxUnits} ${pick}`}`,
  tiers: ({ mechanic }) => describeTiers(mechanic),
  buy: ({ buy }, names) => describeBuy(buy, names),
  get: ({ get, isGift }, names) => describeGet(get, isGift, names),
  parts: ({ parts }, names) =>
    joinWords(parts.map(({ quantity, reach }) => `any ${quantity} of ${describeReach(reach, names)}`)),
  price: ({ price, units }) => `${formatMoney(price)} for ${units === 1 ? 'it' : `the ${units}`}`,
  repeat: ({ repeat }) => describeRepeat(repeat),
  options: ({ options }) => `by ${joinWords(options, 'or')}`,
  surcharge: ({ value }) => describeSurcharge(value),
  steps: ({ ladder }) => describeSteps(ladder),
  limits: ({ limits }) => describeLimits(limits),
}

function describeTiers(mechanic: PartOf<'tiers'>['mechanic']): string {
  const isUnits = mechanic.kind === 'quantity-break'
  const limit = ({ from }: Tier) => (isUnits ? `${from} and more` : `${formatMoney(from)} or more`)
  const what = mechanic.kind === 'delivery' ? describeDelivery : describeValue
  const tiers = joinWords(mechanic.tiers.map((tier) => `${what(tier.value)} at ${limit(tier)}`))
  if (!isUnits) return tiers
  const count = { sku: 'of one product', family: 'of one family', reach: 'together' }[mechanic.count]
  return `${tiers} ${count}${mechanic.on === 'tier' ? ', each unit by its own step,' : ''}`
}

export function describeDelivery(value: Value): string {
  if ('price' in value) return `delivery for ${formatMoney(value.price)}`
  return 'percent' in value && value.percent === 10_000 ? 'delivery free' : `delivery for ${describeValue(value)}`
}

function describeBuy({ quantity, spend, reach }: BuyGet['buy'], names: Names): string {
  const what = describeReach(reach, names)
  return quantity === undefined ? `${formatMoney(spend ?? 0)} of ${what}` : `${quantity} of ${what}`
}

function describeGet({ quantity, sameSku, reach, value }: BuyGet['get'], isGift: boolean, names: Names): string {
  const what = sameSku ? `${quantity} more of the same` : `${quantity} of ${describeReach(reach ?? {}, names)}`
  if (isGift) return `${what}, added free`
  const free = 'percent' in value && value.percent === 10_000
  return free ? `${what} free` : `${what} at ${describeValue(value)}`
}

function describeRepeat(repeat: Repeat): string {
  if (repeat === 'every') return 'as often as they like'
  return repeat === 'once' || repeat === 1 ? 'once per order' : `at most ${repeat} times per order`
}

function describeSurcharge(value: PartOf<'surcharge'>['value']): string {
  if ('percent' in value) return `${value.percent / 100} % more`
  if ('amount' in value) return `${formatMoney(value.amount)} more ${value.per === 'once' ? 'once' : 'each'}`
  return formatMoney(value.price)
}

const STEP_WORDS = { unitsSold: 'sold', unitsLeft: 'left', hoursLeft: 'hours left' }

function describeSteps(ladder: PartOf<'steps'>['ladder']): string {
  const steps =
    ladder.by === 'date'
      ? ladder.rungs.map(({ at, value }) => `${describeValue(value)} from ${formatLocal(at)}`)
      : ladder.rungs.map(({ at, value }) => `${describeValue(value)} at ${at} ${STEP_WORDS[ladder.by]}`)
  return joinWords(steps)
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
