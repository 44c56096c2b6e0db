import { firstOf } from '../../values/index.ts'
import { computeFloor } from '../../catalogue/index.ts'
import { computeQuote, type CompiledPromotion } from '../../pricing/index.ts'
import type { Product } from '../../terms/index.ts'
import type { MinorUnits } from '../../values/index.ts'
import { promotionSubject, type Found } from '../finding.ts'
import { findSteps, isReducing, isRegularChange } from '../productGroups.ts'
import type { Probe } from '../probe.ts'
import { findSituations, type Situation } from '../situations.ts'
import type { Check } from './check.ts'

/**
 * One unit costs less than its floor: in a store that enforces none, or through a change of its regular price, which knows no floor. One finding for each
 * set of promotions that does it.
 */
export const findBelowFloor: Check<'below-floor'> = function* (probe) {
  const { facts } = probe
  const { plan, now } = probe.input
  const store = { ...plan.store, floor: { ...plan.store.floor, enforce: true } }
  const found = new Map<string, Found<'below-floor'>>()
  for (const group of probe.groups) {
    const isAsked = plan.store.floor.enforce
      ? isRegularChange
      : (one: CompiledPromotion) => isReducing(one) || isRegularChange(one)
    if (!group.entries.some(isAsked)) continue
    const situations = findSituations(group.entries, { now, facts }, firstOf(group.products).regularPrice)
    for (const product of group.products) {
      const one = findFirst(probe, product, { situations, floor: computeFloor(product, store) })
      if (one) found.set(keyOf(one), merge(found.get(keyOf(one)), one))
    }
  }
  yield* found.values()
}

const keyOf = ({ subjects }: Found<'below-floor'>) => subjects.map(({ id }) => id).join()

/** The worse of two, with the products of both. */
function merge(known: Found<'below-floor'> | undefined, one: Found<'below-floor'>): Found<'below-floor'> {
  if (!known) return one
  const worse = one.points > known.points ? one : known
  return { ...worse, facts: { ...worse.facts, products: known.facts.products + 1 } }
}

interface Question {
  readonly situations: readonly Situation[]
  readonly floor: MinorUnits
}

/** The first situation in which one unit costs a guest too little. */
function findFirst({ input, guestOrder }: Probe, { sku }: Product, { situations, floor }: Question) {
  if (floor === 0) return null
  for (const { at, facts } of situations) {
    const order = { ...guestOrder([{ sku, quantity: 1 }], at), facts }
    const { lines, totals, promotions } = computeQuote(input.plan, order)
    const price = firstOf(lines).total
    if (price >= floor) continue
    const by = [
      ...new Set([...findSteps(promotions, input.plan), ...lines[0]!.adjustments.map(({ promotion }) => promotion)]),
    ]
    if (by.length === 0) continue
    const finding: Found<'below-floor'> = {
      severity: 'blocker',
      subjects: by.map(promotionSubject),
      facts: { products: 1, sku, price, floor },
      proof: { carts: [{ order, total: totals.grand }] },
      points: Math.floor(((floor - price) * 100) / floor),
    }
    return finding
  }
  return null
}
