import type { ShelfAct } from '../shared/act.ts'
import { findListed } from '../shared/priceList.ts'
import type { Markdown } from './definition.ts'

export function actMarkdown({ value, bands, prices, rounding }: Markdown): ShelfAct {
  return {
    phase: 1,
    rounding,
    valueFor(sku, regular) {
      const price = findListed(prices, sku)
      if (price !== null) return { price }
      return value ?? bands?.findLast((band) => band.from <= regular)?.value ?? null
    },
  }
}
