import { firstOf } from '../../values/index.ts'
import type { ReachMatcher } from '../../catalogue/index.ts'
import { definitionOf, reachesOf } from '../../mechanics/index.ts'
import { findAskedReaches, limitsOf } from '../../conditions/index.ts'
import { computeQuote, type CompiledPlan, type CompiledPromotion } from '../../pricing/index.ts'
import type { Condition, Product, Reach } from '../../terms/index.ts'
import { promotionSubject } from '../finding.ts'
import { isApplied, type Probe } from '../probe.ts'
import { ofEach, type Check } from './check.ts'

/** A bundle whose price is no lower than its most expensive filling comes to without it. */
export const findDearBundles = ofEach('bundle-dearer', function* (probe, entry) {
  const { now, plan } = probe.input
  const dear = findDear(probe, entry)
  if (!dear) return
  const { lines, price, items } = dear
  const order = probe.guestOrder(lines, now)
  const proof = { carts: [{ order, total: computeQuote(plan, order).totals.grand }] }
  const points = Math.floor(((price - items) * 100) / Math.max(1, items))
  const facts = { price, items, sku: firstOf(lines).sku }
  yield { severity: 'warning', subjects: [promotionSubject(entry.id)], facts, proof, points }
})

/** Whether it sells things together for no less than they cost by themselves. */
export const isDearBundle = (probe: Probe, entry: CompiledPromotion) => findDear(probe, entry) !== null

/** The most expensive filling of a bundle, where it is no more expensive than the bundle. */
function findDear({ input: { plan } }: Probe, { promotion }: CompiledPromotion) {
  const bundle = definitionOf(promotion.mechanic).together?.(promotion.mechanic)
  if (!bundle) return null
  const units = new Map<string, number>()
  let items = 0
  for (const part of bundle.parts) {
    const dearest = findDearest(plan, part.reach)
    if (!dearest) return null
    items += dearest.regularPrice * part.units!
    units.set(dearest.sku, (units.get(dearest.sku) ?? 0) + part.units!)
  }
  if (items > bundle.price) return null
  return { lines: [...units].map(([sku, quantity]) => ({ sku, quantity })), price: bundle.price, items }
}

function findDearest(plan: CompiledPlan, reach: Reach): Product | null {
  const matches = plan.matcherOf(reach)
  return plan.catalogue.products.reduce<Product | null>(
    (best, one) => (matches(one, one.regularPrice) && (!best || one.regularPrice > best.regularPrice) ? one : best),
    null,
  )
}

/** Units are counted exactly: with one more, everything is lost. */
export const findExactly: Check<'exact-quantity'> = function* (probe) {
  for (const entry of probe.toCome) {
    for (const test of findRequired(entry.promotion.when)) {
      const [limit] = 'test' in test ? limitsOf(test) : []
      const count = limit?.need.units ?? 0
      if (limit?.op !== '=' || count === 0) continue
      const proof = findMissed(probe, entry, limit.need.reach)
      if (!proof) continue
      yield { severity: 'warning', subjects: [promotionSubject(entry.id)], facts: { count }, proof, points: 0 }
      break
    }
  }
}

/** An order to which it applies, and the same with one more. */
function findMissed(probe: Probe, entry: Probe['toCome'][number], reach: Reach) {
  const matches = probe.input.plan.matcherOf(reach)
  for (const order of probe.witnesses(entry)) {
    const sale = probe.sell(order)
    if (!isApplied(sale, entry)) continue
    const { lines } = order.cart
    const at = lines.findIndex(({ sku }) => {
      const product = probe.input.plan.getProduct(sku)
      return matches(product, product.regularPrice)
    })
    if (at < 0) continue
    const more = {
      ...order,
      cart: {
        ...order.cart,
        lines: lines.map((line, index) => (index === at ? { ...line, quantity: line.quantity + 1 } : line)),
      },
    }
    const missed = probe.sell(more)
    if (isApplied(missed, entry)) continue
    return {
      carts: [
        { order, total: sale.quote.totals.grand },
        { order: more, total: missed.quote.totals.grand },
      ],
    }
  }
  return null
}

/** The tests that must hold wherever a condition does: the parts of every `all`. */
function findRequired(
  when: Condition | null,
): Exclude<Condition, { all: unknown } | { any: unknown } | { not: unknown }>[] {
  if (when === null || 'not' in when) return []
  if ('all' in when) return when.all.flatMap(findRequired)
  if ('any' in when) return when.any.length === 1 ? findRequired(firstOf(when.any)) : []
  return [when]
}

/** The qualifying and the reduced products overlap only in part, which is rarely intended. */
export const findDifferingReaches: Check<'reach-differs'> = function* (probe) {
  const { plan } = probe.input
  for (const entry of probe.toCome) {
    const { mechanic, when } = entry.promotion
    const definition = definitionOf(mechanic)
    if (definition.together || entry.phase < 2 || entry.phase > 3) continue
    const own = reachesOf(mechanic)
    const asked = own.length > 1 ? own.slice(0, 1) : findAskedReaches(when)
    const reduced = plan.matcherOf(own.at(-1) ?? {})
    for (const reach of asked) {
      if (matchesSame(plan, reach, own.at(-1) ?? {})) continue
      const matches = plan.matcherOf(reach)
      const products =
        own.length > 1 ? probe.groupsOf(entry).flatMap((group) => group.products) : plan.catalogue.products
      const { both, onlyFirst, onlySecond } = countOverlap(products, matches, reduced)
      if (both === 0 || onlyFirst === 0 || onlySecond === 0) continue
      const [order] = probe.witnesses(entry)
      if (!order) continue
      const proof = { carts: [{ order, total: probe.sell(order).quote.totals.grand }] }
      yield {
        severity: 'warning',
        subjects: [promotionSubject(entry.id)],
        facts: { both, onlyFirst, onlySecond },
        proof,
        points: onlyFirst + onlySecond,
      }
      break
    }
  }
}

/** Reaches that say the same share one matcher. */
const matchesSame = (plan: CompiledPlan, one: Reach, other: Reach) => plan.matcherOf(one) === plan.matcherOf(other)

function countOverlap(products: readonly Product[], isFirst: ReachMatcher, isSecond: ReachMatcher) {
  const sides = products.map((one) => [isFirst(one, one.regularPrice), isSecond(one, one.regularPrice)] as const)
  const count = (first: boolean, second: boolean) => sides.filter(([a, b]) => a === first && b === second).length
  return { both: count(true, true), onlyFirst: count(true, false), onlySecond: count(false, true) }
}
