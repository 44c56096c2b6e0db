import type { Tier, Value } from '../../terms/index.ts'
import type { Skip } from '../../units/index.ts'
import { createProblem, type MinorUnits, type Problem, firstOf } from '../../values/index.ts'
import type { NextStep } from './act.ts'
import type { PlacedPrice } from './definition.ts'
import type { MechanicLimit, Need } from './need.ts'
import { checkValue, priceIn } from './values.ts'

interface TierList {
  /** Path of the list in the mechanic. */
  readonly key: string
  /** Whether the limits are money, or count units. */
  readonly isMoney: boolean
}

/** Problems of a list of tiers: invalid values, limits that don't increase. */
export function checkTiers(list: readonly Tier[], { key, isMoney }: TierList): Problem[] {
  return list.flatMap(({ from, value }, index) => {
    const previous = list[index - 1]
    const isDisordered = previous !== undefined && from <= previous.from
    return [
      ...checkValue(value, `${key}.${index}.value`),
      ...(isDisordered
        ? [createProblem('not-ascending', `${key}.${index}.from`, { given: from, after: previous.from, isMoney })]
        : []),
    ]
  })
}

/** The prices that the values of a list name. */
export function pricesInTiers(list: readonly Tier[], key = 'tiers'): PlacedPrice[] {
  return list.flatMap(({ value }, at) => priceIn(value, `${key}.${at}.value`))
}

/** The last tier whose `from` has been reached. */
export function findTier(tiers: readonly Tier[], figure: number): Tier | undefined {
  return tiers.findLast((tier) => tier.from <= figure)
}

/** The values of the tiers that a figure reaches: any of them may hold once less of it may be touched. */
export function findReached(tiers: readonly Tier[], figure: number): Value[] {
  return tiers.filter(({ from }) => from <= figure).map(({ value }) => value)
}

/** The next tier above a figure, and how much it lacks. */
export interface NextTier {
  readonly tier: Tier
  readonly missing: number
}

export function findNextTier(tiers: readonly Tier[], figure: number): NextTier | null {
  const tier = tiers.find(({ from }) => from > figure)
  return tier ? { tier, missing: tier.from - figure } : null
}

/** Shortfall for the first tier. */
export function missFirstTier(tiers: readonly Tier[], found: MinorUnits): Skip {
  const limit = firstOf(tiers).from
  return { reason: 'below-first-tier', found, limit, missingAmount: limit - found }
}

/** The limits of tiers by money, as edges need them. A tier from nothing on has none. */
export function limitsOfMoney(tiers: readonly Tier[], need: Omit<Need, 'units' | 'money'>): MechanicLimit[] {
  return tiers.flatMap(({ from }) => (from > 0 ? [{ limit: 'threshold', need: { ...need, money: from } }] : []))
}

/** How much more money the next tier asks for; null at the last. */
export function toMoneyStep(tiers: readonly Tier[], worth: MinorUnits): NextStep | null {
  const next = findNextTier(tiers, worth)
  return next && { missingAmount: next.missing, reward: next.tier.value }
}

export interface Tiered {
  readonly tiers: readonly Tier[]
}

/** Definition shared by mechanics with tiers. */
export const TIERED = {
  prices: ({ tiers }: Tiered) => pricesInTiers(tiers),
  carried: ({ tiers }: Tiered) => tiers.at(-1)?.value,
  rewards: ({ tiers }: Tiered) => tiers.map(({ value }) => value),
  firstReward: ({ tiers }: Tiered) => firstOf(tiers).value,
  tiers: ({ tiers }: Tiered) => tiers,
}
