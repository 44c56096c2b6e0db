import { isFree, type Ladder, type PickOrder, type Repeat, type Tier, type Value } from '@novalex/core'
import { formatMoney, formatPercent, formatStart } from '../../../format.ts'
import { joinWords } from '../../grammar.ts'

/** `10% off`, `€0.80 off each`, `€9.90 each` */
export function describeValue(value: Value): string {
  if ('percent' in value)
    return `${formatPercent(value.percent)} off${value.of === 'regular' ? ' the regular price' : ''}`
  if ('amount' in value) return `${formatMoney(value.amount)} off ${value.per === 'once' ? 'in total' : 'each'}`
  return `${formatMoney(value.price)} each`
}

/** Whether an amount is taken off each unit. */
export const isPerUnit = (value: Value) => 'amount' in value && value.per !== 'once'

/** The words between a value and what it is for. */
export function leadFrom(value: Value): string {
  if ('percent' in value) return value.of === 'regular' ? ' of ' : ' '
  if ('price' in value) return ' for '
  return value.per === 'once' ? ' on ' : ' of '
}

/** A value as shoppers read it: what is free is named. */
export function describeShopValue(value: Value): string {
  if (isFree(value)) return 'free'
  return 'amount' in value && value.per === 'once' ? describeOrderValue(value) : describeValue(value)
}

/** A value off a whole order: an amount is taken once. */
export const describeOrderValue = (value: Value) =>
  'amount' in value ? `${formatMoney(value.amount)} off` : describeValue(value)

/** Values by tier: `€10.00 off orders of €50.00 or more and …` */
export function describeTiers(
  tiers: readonly Tier[],
  describe: (value: Value) => string,
  limit: (from: number, value: Value) => string,
): string {
  return joinWords(tiers.map(({ from, value }) => `${describe(value)} ${limit(from, value)}`))
}

/** Which units come first, after those that they are chosen from. */
export function describePick(pick: PickOrder | null): string {
  return pick === null ? '' : ` (${PICKS[pick]} first)`
}

/** The order in which units are chosen by price. */
export const PICKS: Readonly<Record<PickOrder, string>> = { dearest: 'most expensive', cheapest: 'cheapest' }

export function describeRepeat(repeat: Repeat): string {
  if (repeat === 'every') return 'any number of times per order'
  return repeat === 'once' || repeat === 1 ? 'once per order' : `up to ${repeat} times per order`
}

/** How often, where a shopper must know. */
export const describeOften = (repeat: Repeat) => (repeat === 'every' ? '' : ` (${describeRepeat(repeat)})`)

/** The steps of a ladder in the order in which they come: `20% off once 50 are left and 5% off once 10 are left`. */
export function describeSteps(ladder: Ladder, describe = describeValue): string {
  if (ladder.by === 'date') {
    return joinWords(ladder.rungs.map(({ at, value }) => `${describe(value)} from ${formatStart(at)}`))
  }
  const steps = ladder.rungs.map(({ at, value }) => `${describe(value)}${STEPS[ladder.by](at)}`)
  // What is left goes down, so the last step comes first.
  return joinWords(ladder.by === 'unitsSold' ? steps : steps.reverse())
}

const STEPS: Readonly<Record<Exclude<Ladder['by'], 'date'>, (at: number) => string>> = {
  unitsSold: (at) => (at === 0 ? '' : ` once ${countOf(at)} sold`),
  unitsLeft: (at) => ` once ${countOf(at)} left`,
  hoursLeft: (at) => (at === 1 ? ' in the last hour' : ` in the last ${at} hours`),
}

/** `1 is`, `50 are` */
export const countOf = (count: number) => (count === 0 ? 'none are' : count === 1 ? '1 is' : `${count} are`)

export const startSentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
