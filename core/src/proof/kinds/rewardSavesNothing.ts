import { lastOf } from '../../values/index.ts'
import { definitionOf, type GivenUnits } from '../../mechanics/index.ts'
import { compileOthers, toAlone, type CompiledPromotion } from '../../pricing/index.ts'
import type { Order } from '../../terms/index.ts'
import { promotionSubject } from '../finding.ts'
import type { Probe } from '../probe.ts'
import { ofEach } from './check.ts'

const MOST_TRIED = 400

/** The reward saves nothing in any order around its limits, even alone. */
export const findWorthlessRewards = ofEach('reward-saves-nothing', function* (probe, entry) {
  const order = findRewardlessOrder(probe, entry)
  if (!order) return
  const sku = lastOf(order.cart.lines).sku
  const proof = { carts: [{ order, total: probe.sell(order).quote.totals.grand }] }
  yield { severity: 'warning', subjects: [promotionSubject(entry.id)], facts: { sku }, proof, points: 0 }
})

/** An order that holds all that a promotion asks for and all that it gives; null where it gives nothing, or saves in any order. */
export function findRewardlessOrder(probe: Probe, entry: CompiledPromotion): Order | null {
  const given = findGiven(entry)
  if (!given || !holdsAny(probe, given)) return null
  const only = compileOthers(probe.sampled, [toAlone(entry.promotion)])
  let first: Order | null = null
  let tried = 0
  for (const order of probe.witnesses(entry)) {
    if (++tried > MOST_TRIED) break
    if (probe.sell(order, only).uses.some(({ given: saved }) => saved > 0)) return null
    first = order
  }
  return first
}

function findGiven({ promotion: { mechanic } }: CompiledPromotion): GivenUnits | null {
  const reward = definitionOf(mechanic).firstReward(mechanic)
  return reward && 'quantity' in reward ? reward : null
}

function holdsAny({ sampled: plan }: Probe, { reach }: GivenUnits): boolean {
  if (!reach) return true
  const matches = plan.matcherOf(reach)
  return plan.catalogue.products.some((product) => matches(product, product.regularPrice))
}
