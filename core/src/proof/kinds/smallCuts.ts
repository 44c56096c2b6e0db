import { definitionOf } from '../../mechanics/index.ts'
import { findFloored } from '../../prices/index.ts'
import { WHOLE } from '../../values/index.ts'
import { computeFloor } from '../../catalogue/index.ts'
import { compilePlan, computeQuote } from '../../pricing/index.ts'
import { promotionSubject, type Found } from '../finding.ts'
import { enterCodes, type Probe } from '../probe.ts'
import { findExtremes, isReducing } from '../productGroups.ts'
import { provePrice } from '../provePrice.ts'
import { findSituations } from '../situations.ts'
import { ofEach, type Check } from './check.ts'

/** The floor keeps some products from the whole of what is promised: by one promotion, or by several that each stay above it. */
export const findFloorCuts: Check<'floor-cuts'> = function* (probe) {
  yield* findOwnCuts(probe)
  yield* findStackedCuts(probe)
}

const findOwnCuts = ofEach('floor-cuts', function* (probe, entry) {
  if (!isReducing(entry)) return
  const { plan } = probe.input
  const { mechanic } = entry.promotion
  const products = probe.groupsOf(entry).flatMap((group) => group.products)
  const floored = findFloored(mechanic, plan, products)
  if (floored.length === 0) return
  const lack = ({ wanted, comes }: (typeof floored)[number]) => (comes - wanted) / comes
  const { product, units, wanted, comes } = floored.reduce((a, b) => (lack(b) > lack(a) ? b : a))
  const matches = plan.matcherOf(definitionOf(mechanic).unitRule!(mechanic)!.reach)
  const of = products.filter((one) => matches(one, one.regularPrice)).length
  yield {
    weight: 'look',
    subjects: [promotionSubject(entry.id)],
    facts: { products: floored.length, sku: product.sku, units, wanted, comes, of },
    proof: provePrice(probe, entry, product),
    points: floored.length,
  }
})

/** How many single units are priced to find promotions whose sum the floor cuts. */
const MOST_STACKS = 3000

/** What one unit would come to if no floor held, where several promotions take it below. One finding for each set of promotions. */
function* findStackedCuts(probe: Probe): Iterable<Found<'floor-cuts'>> {
  const { plan, now } = probe.input
  if (!plan.store.floor.enforce) return
  const free = compilePlan({
    store: { ...plan.store, floor: { ...plan.store.floor, enforce: false } },
    catalogue: {
      categories: [...plan.catalogue.categories.values()],
      sets: [...plan.catalogue.sets.values()],
      products: probe.sampled.catalogue.products,
    },
    promotions: plan.promotions.map(({ promotion }) => promotion),
  })
  const found = new Map<string, Found<'floor-cuts'>>()
  let tried = 0
  for (const group of probe.groups) {
    if (group.entries.filter(isReducing).length < 2) continue
    for (const product of findExtremes(group)) {
      const floor = computeFloor(product, plan.store)
      if (floor === 0 || floor >= product.regularPrice) continue
      for (const { at, live, facts } of findSituations(
        group.entries,
        { now, facts: probe.facts },
        product.regularPrice,
      )) {
        if (live.filter(isReducing).length < 2 || ++tried > MOST_STACKS) continue
        const order = { ...enterCodes(probe.guestOrder([{ sku: product.sku, quantity: 1 }], at), live), facts }
        const unheld = computeQuote(free, order)
        const line = unheld.lines[0]!
        const by = [...new Set(line.adjustments.map(({ promotion }) => promotion))]
        if (
          by.length < 2 ||
          line.total >= floor ||
          line.adjustments.some(({ amount }) => line.regular - amount < floor)
        )
          continue
        const key = by.join()
        const quote = computeQuote(plan, order)
        const points = Math.floor(((floor - line.total) * 100) / floor)
        const known = found.get(key)
        const products = (known?.facts.products ?? 0) + 1
        if (known && known.points >= points) {
          found.set(key, { ...known, facts: { ...known.facts, products } })
          continue
        }
        const facts_ = {
          products,
          sku: product.sku,
          units: 1,
          wanted: line.total,
          comes: quote.lines[0]!.total,
          of: group.products.length,
        }
        found.set(key, {
          weight: 'look',
          subjects: by.map(promotionSubject),
          facts: facts_,
          proof: { carts: [{ order, total: quote.totals.grand }] },
          points,
        })
      }
    }
  }
  yield* found.values()
}

/** It takes off so little that nobody is drawn by it. */
export const findTooSmall = ofEach('too-small', function* (probe, entry) {
  const { input, thresholds } = probe
  const { mechanic, ladder } = entry.promotion
  const rule = isReducing(entry) && !ladder ? definitionOf(mechanic).unitRule?.(mechanic) : null
  if (!rule) return
  const matches = input.plan.matcherOf(rule.reach)
  const products = probe.groupsOf(entry).flatMap((group) => group.products)
  const small = products.flatMap((product) => {
    const regular = product.regularPrice * rule.units
    if (regular <= 0 || !matches(product, product.regularPrice)) return []
    const price = rule.priceOf(product)
    const reduction = Math.floor(((regular - price) * WHOLE) / regular)
    const isSmall = price < regular && (regular - price) * WHOLE < thresholds.smallest * regular
    return isSmall ? [{ product, reduction }] : []
  })
  if (small.length === 0) return
  const { product, reduction } = small.reduce((a, b) => (b.reduction < a.reduction ? b : a))
  yield {
    weight: 'hint',
    subjects: [promotionSubject(entry.id)],
    facts: { products: small.length, sku: product.sku, reduction, least: thresholds.smallest },
    proof: provePrice(probe, entry, product),
    points: small.length,
  }
})
