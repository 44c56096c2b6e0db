import { definitionOf, type Mechanic } from '../../mechanics/index.ts'
import { compileOthers, toAlone, type CompiledPromotion } from '../../pricing/index.ts'
import type { Limits, Order } from '../../terms/index.ts'
import { mapPair } from '../../values/index.ts'
import { promotionSubject } from '../finding.ts'
import { findExtremes } from '../productGroups.ts'
import type { Probe } from '../probe.ts'
import { ofEach, type Check } from './check.ts'

/** A rung that would begin after the last unit on offer. */
export const findUnreachable: Check<'step-unreachable'> = function* (probe) {
  for (const entry of probe.toCome) {
    const { ladder, limits } = entry.promotion
    if (ladder?.by !== 'unitsSold' || limits.units == null) continue
    const onOffer = mostOnOffer(limits)
    const rung = ladder.rungs.findIndex(({ at }) => at >= onOffer)
    if (rung < 0) continue
    const [order] = probe.witnesses(entry)
    if (!order) continue
    const gone = {
      ...order,
      facts: { ...order.facts, [entry.id]: { ...order.facts[entry.id], unitsSold: ladder.rungs[rung]!.at } },
    }
    const proof = { carts: [{ order: gone, total: probe.sell(gone).quote.totals.grand }] }
    yield {
      severity: 'warning',
      subjects: [promotionSubject(entry.id)],
      facts: { rung: ladder.rungs[rung]!.at, onOffer },
      proof,
      points: 0,
    }
  }
}

/** Every refill is added at most once. */
function mostOnOffer({ units, refills = [] }: Limits): number {
  return refills.reduce((sum, { add }) => sum + add, units ?? 0)
}

/** A tier that nobody is better off with than with the one before it. */
export const findUselessTiers = ofEach('tier-saves-nothing', function* (probe, entry) {
  const { mechanic } = entry.promotion
  const tiers = definitionOf(mechanic).tiers?.(mechanic) ?? []
  for (let at = 1; at < tiers.length; at++) {
    const found = compareWithout(probe, entry, at)
    if (!found) continue
    const { before, after, proof } = found
    yield {
      severity: 'warning',
      subjects: [promotionSubject(entry.id)],
      facts: { tier: tiers[at]!.from, before, after },
      proof,
      points: 0,
    }
    break
  }
})

/** Orders that reach a tier, by itself, with it and with the one before it as the last; null if any is cheaper with it, or none reaches it. */
function compareWithout(probe: Probe, entry: CompiledPromotion, at: number) {
  const { plan, now } = probe.input
  const { promotion } = entry
  const tiers = definitionOf(promotion.mechanic).tiers!(promotion.mechanic)
  const until = (count: number) => {
    const mechanic = { ...promotion.mechanic, tiers: tiers.slice(0, count) } as Mechanic
    return compileOthers(probe.sampled, [{ ...toAlone(promotion), mechanic }])
  }
  const [before, after] = [until(at), until(at + 1)]
  const samples = probe.groupsOf(entry).flatMap(findExtremes).slice(0, MOST_SAMPLES)
  let shown = null
  for (const { sku } of samples.length > 0 ? samples : plan.catalogue.products.slice(0, 1)) {
    const edges = probe.edgeCarts(entry, sku).filter((edge) => edge.at === tiers[at]!.from && edge.side !== 'below')
    for (const order of edges.flatMap(({ lines }) => multiply(probe.guestOrder(lines, now)))) {
      const dressed = {
        ...order,
        cart: { ...order.cart, delivery: entry.phase === 4 ? (probe.input.deliveries[0] ?? null) : null },
      }
      const [own, other] = mapPair([after, before], (one) => probe.sell(dressed, one).quote.totals.grand)
      if (own < other) return null
      shown ??= { order: dressed, before: other, after: own }
    }
  }
  if (!shown) return null
  const proof = { carts: [{ order: shown.order, total: probe.sell(shown.order).quote.totals.grand }] }
  return { before: shown.before, after: shown.after, proof }
}

const MOST_SAMPLES = 6

/** The order, and the same with two and three times as much. */
function multiply(order: Order): Order[] {
  return [1, 2, 3].map((times) => {
    const lines = order.cart.lines.map((line) => ({ ...line, quantity: line.quantity * times }))
    return { ...order, cart: { ...order.cart, lines } }
  })
}
