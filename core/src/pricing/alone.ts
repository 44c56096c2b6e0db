import type { CompiledCatalogue } from '../catalogue/index.ts'
import type { Promotion } from '../plan/index.ts'
import type { Catalogue, Product } from '../terms/index.ts'
import { compilePlan, type CompiledPlan } from './compilePlan.ts'

/** A promotion as if it held for anyone at any time: what it does by itself, apart from when and for whom. */
export function toAlone(promotion: Promotion): Promotion {
  return { ...promotion, state: 'ready', schedule: {}, code: null, when: null }
}

/** Other promotions over the same store and catalogue, or over some of its products. */
export function compileOthers(
  { store, catalogue, partners, flags }: CompiledPlan,
  promotions: readonly Promotion[],
  products: readonly Product[] = catalogue.products,
): CompiledPlan {
  return compilePlan({ store, catalogue: toCatalogue(catalogue, products), promotions, partners: [...partners], flags })
}

function toCatalogue({ categories, sets }: CompiledCatalogue, products: readonly Product[]): Catalogue {
  return { categories: [...categories.values()], sets: [...sets.values()], products }
}
