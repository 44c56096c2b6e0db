import type { Catalogue, ProductSet, Reach } from '../terms/index.ts'
import { compileCatalogue } from './catalogue.ts'
import { computeReached } from './reach.ts'

/** Hand-picked products, or a filter that new products join by themselves. A filter names no other set. */
export type SetContent = { readonly skus: readonly string[] } | { readonly filter: Reach }

/** The products that each set holds in this catalogue. SKUs that are gone stay in a hand-picked set and match nothing. */
export function resolveSets(
  sets: readonly { readonly id: string; readonly content: SetContent }[],
  { categories, products }: Omit<Catalogue, 'sets'>,
): ProductSet[] {
  const catalogue = compileCatalogue({ categories, products, sets: [] })
  return sets.map(({ id, content }) => ({
    id,
    skus: 'skus' in content ? content.skus : computeReached(content.filter, catalogue).map(({ sku }) => sku),
  }))
}
