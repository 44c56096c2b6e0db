import { definitionOf } from '../../mechanics/index.ts'
import { findFloored } from '../../prices/index.ts'
import { WHOLE } from '../../values/index.ts'
import { promotionSubject } from '../finding.ts'
import { isReducing } from '../productGroups.ts'
import { provePrice } from '../provePrice.ts'
import { ofEach, type Check } from './check.ts'
import { findStackedCuts } from './stackedCuts.ts'

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
    severity: 'warning',
    subjects: [promotionSubject(entry.id)],
    facts: { products: floored.length, sku: product.sku, units, wanted, comes, of },
    proof: provePrice(probe, entry, product),
    points: floored.length,
  }
})

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
    severity: 'info',
    subjects: [promotionSubject(entry.id)],
    facts: { products: small.length, sku: product.sku, reduction, least: thresholds.smallest },
    proof: provePrice(probe, entry, product),
    points: small.length,
  }
})
