import { pickDelivery } from '@/locale/ruleWords.ts'
import {
  compilePlan,
  computeEdgeCarts,
  computeQuote,
  createGuestOrder,
  phaseOf,
  resolveSets,
  toAlone,
  type CartLine,
  type Category,
  type Product,
  type Promotion,
  type SetContent,
  type Store,
} from '@novalex/core'

export interface Example {
  readonly lines: readonly CartLine[]
  readonly before: number
  readonly after: number
  readonly gifts: readonly CartLine[]
}

interface Surroundings {
  readonly store: Store
  readonly categories: readonly Category[]
  readonly products: readonly Product[]
  readonly sets: readonly { readonly id: string; readonly content: SetContent }[]
}

const SHOWN = 4

/**
 * Carts that show a rule by itself, as if it held for anyone at any time: those just below and at its limits, or one item of each
 * product where it has none. Empty while the rule can't be priced.
 */
export function computeExamples(promotion: Promotion, { store, categories, products, sets }: Surroundings): Example[] {
  const alone = toAlone(promotion)
  const catalogue = { categories, products, sets: resolveSets(sets, { categories, products }) }
  try {
    const plan = compilePlan({ store, catalogue, promotions: [alone] })
    const without = compilePlan({ store, catalogue, promotions: [] })
    // The middle one: the dearest is the likeliest to meet its floor, which is not what the rule is about.
    const middle = products.toSorted((a, b) => a.regularPrice - b.regularPrice)[Math.floor(products.length / 2)]
    const edges = computeEdgeCarts(alone, plan, middle ? { sku: middle.sku } : {}).filter(
      ({ side }) => side !== 'above',
    )
    const carts = edges.length > 0 ? edges.map(({ lines }) => lines) : products.map(({ sku }) => [{ sku, quantity: 1 }])
    return carts.slice(0, SHOWN).map((lines) => {
      const delivery = phaseOf(promotion.mechanic) === 4 ? pickDelivery(optionsOf(promotion.mechanic)) : null
      const order = createGuestOrder(lines, { delivery })
      const after = computeQuote(plan, order)
      const gifts = after.lines.filter(({ gift }) => gift).map(({ sku, quantity }) => ({ sku, quantity }))
      return { lines, before: computeQuote(without, order).totals.grand, after: after.totals.grand, gifts }
    })
  } catch (error) {
    if (error instanceof RangeError) return []
    throw error
  }
}

const optionsOf = (mechanic: Promotion['mechanic']) => ('options' in mechanic && mechanic.options) || []
