import { definitionOf } from '../../mechanics/index.ts'
import { findFloored } from '../../prices/index.ts'
import { WHOLE } from '../../values/index.ts'
import { promotionSubject, stretchOf } from '../finding.ts'
import { isReducing } from '../productGroups.ts'
import type { Check } from './check.ts'

/** The floor keeps some products from the whole of what is promised. */
export const findFloorCuts: Check<'floor-cuts'> = function* (probe) {
  const { toCome, input } = probe
  for (const entry of toCome) {
    const { id, promotion, schedule } = entry
    if (!isReducing(entry)) continue
    const products = probe.groupsOf(entry).flatMap((group) => group.products)
    const floored = findFloored(promotion.mechanic, input.plan, products)
    if (floored.length === 0) continue
    const lack = ({ wanted, comes }: (typeof floored)[number]) => (comes - wanted) / comes
    const worst = floored.reduce((a, b) => (lack(b) > lack(a) ? b : a))
    const { sku } = worst.product
    const matches = input.plan.matcherOf(definitionOf(promotion.mechanic).unitRule!(promotion.mechanic)!.reach)
    const of = products.filter((product) => matches(product, product.regularPrice)).length
    yield {
      weight: 'look',
      subjects: [promotionSubject(id)],
      facts: { products: floored.length, sku, wanted: worst.wanted, comes: worst.comes, of },
      proof: { sku, ...stretchOf(schedule, input.now), price: worst.comes },
      points: floored.length,
    }
  }
}

/** It takes off so little that nobody is drawn by it. */
export const findTooSmall: Check<'too-small'> = function* (probe) {
  const { toCome, input, thresholds } = probe
  const { plan, now } = input
  for (const entry of toCome) {
    const { id, promotion, schedule } = entry
    const rule =
      !isReducing(entry) || promotion.ladder ? null : definitionOf(promotion.mechanic).unitRule?.(promotion.mechanic)
    if (!rule) continue
    const matches = plan.matcherOf(rule.reach)
    const products = probe.groupsOf(entry).flatMap((group) => group.products)
    const small = products.flatMap((product) => {
      const regular = product.regularPrice * rule.units
      if (regular <= 0 || !matches(product, product.regularPrice)) return []
      const price = rule.priceOf(product)
      const reduction = Math.floor(((regular - price) * WHOLE) / regular)
      return price < regular && (regular - price) * WHOLE < thresholds.smallest * regular
        ? [{ product, price, reduction }]
        : []
    })
    if (small.length === 0) continue
    const { product, price, reduction } = small.reduce((a, b) => (b.reduction < a.reduction ? b : a))
    yield {
      weight: 'hint',
      subjects: [promotionSubject(id)],
      facts: { products: small.length, sku: product.sku, reduction, least: thresholds.smallest },
      proof: { sku: product.sku, ...stretchOf(schedule, now), price },
      points: small.length,
    }
  }
}
