import type { CompiledCatalogue } from '../../catalogue/index.ts'
import type { PriceList, Reach } from '../../terms/index.ts'
import { createProblem, type MinorUnits, type Problem } from '../../values/index.ts'
import type { PlacedPrice } from './definition.ts'
import type { PricesPart, ReachPart } from './sentence.ts'

const REACHES = new WeakMap<PriceList, Reach>()

/** Of the reach, what the list names; worked out once a list. */
export function reachOfList(reach: Reach, prices: PriceList): Reach {
  let own = REACHES.get(prices)
  if (!own) {
    const listed = Object.keys(prices)
    const { skus } = reach
    own = { ...reach, skus: skus ? listed.filter((sku) => skus.includes(sku)) : listed }
    REACHES.set(prices, own)
  }
  return own
}

/** A product's price in a list; null if the list does not name it. */
export function findListed(prices: PriceList | undefined, sku: string): MinorUnits | null {
  return prices && Object.hasOwn(prices, sku) ? prices[sku]! : null
}

/** SKUs of a list that the catalogue does not have. */
export function checkPriceList(prices: PriceList | undefined, { bySku }: CompiledCatalogue): Problem[] {
  return Object.keys(prices ?? {}).flatMap((sku) =>
    bySku.has(sku) ? [] : [createProblem('unknown-sku', `prices.${sku}`, { id: sku })],
  )
}

export function pricesInList(prices: PriceList | undefined): PlacedPrice[] {
  return Object.entries(prices ?? {}).map(([sku, price]) => [`prices.${sku}`, price])
}

/** How many products have a price of their own, and of what they are where the reach says more than the list. */
export function describePriceList(prices: PriceList, reach: Reach, isRegular: boolean): (PricesPart | ReachPart)[] {
  const isNarrowed = Object.keys(reach).length > 0
  return [
    { part: 'prices', products: Object.keys(prices).length, isRegular },
    ...(isNarrowed ? [{ part: 'reach' as const, reach }] : []),
  ]
}
