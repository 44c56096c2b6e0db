import { computeQuote, type CompiledPromotion } from '../../pricing/index.ts'
import type { Product } from '../../terms/index.ts'
import { WHOLE, firstOf } from '../../values/index.ts'
import { promotionSubject, type Found } from '../finding.ts'
import type { Probe } from '../probe.ts'
import { findSteps, isRegularChange } from '../productGroups.ts'
import { findSituations, type Situation } from '../situations.ts'
import { ofEach } from './check.ts'

/** It sets the regular price of a product far below or above the product's own: by more than the store's line downward, or as far upward. */
export const findRegularPriceJumps = ofEach('regular-price-jump', function* (probe, entry) {
  if (!isRegularChange(entry)) return
  const least = WHOLE - probe.thresholds.reduction
  let worst: Found<'regular-price-jump'> | null = null
  let products = 0
  for (const group of probe.groupsOf(entry)) {
    const from = { now: probe.input.now, facts: probe.facts }
    const situations = findSituations([entry], from, firstOf(group.products).regularPrice)
    for (const product of group.products) {
      const found = findFurthest(probe, { entry, product, situations })
      if (!found || found.points <= 0) continue
      const { regular, price } = found.facts
      if (price * WHOLE >= regular * least && regular * WHOLE >= price * least) continue
      products++
      if (!worst || found.points > worst.points) worst = found
    }
  }
  if (worst) yield { ...worst, facts: { ...worst.facts, products } }
})

interface Question {
  readonly entry: CompiledPromotion
  readonly product: Product
  readonly situations: readonly Situation[]
}

/** The price that lies furthest from the product's own, of those that it would have. */
function findFurthest({ input, guestOrder }: Probe, { entry, product, situations }: Question) {
  let furthest: Found<'regular-price-jump'> | null = null
  for (const { at, facts } of situations) {
    const { sku, regularPrice: regular } = product
    const order = { ...guestOrder([{ sku, quantity: 1 }], at), facts }
    const { lines, totals, promotions } = computeQuote(input.plan, order)
    if (!findSteps(promotions, input.plan).includes(entry.id)) continue
    const price = firstOf(lines).regular
    const points = Math.floor((Math.abs(regular - price) * 100) / Math.max(regular, price, 1))
    if (furthest && points <= furthest.points) continue
    furthest = {
      severity: 'warning',
      subjects: [promotionSubject(entry.id)],
      facts: { products: 1, sku, regular, price },
      proof: { carts: [{ order, total: totals.grand }] },
      points,
    }
  }
  return furthest
}
