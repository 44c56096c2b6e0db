import type { Product, Reach } from '../terms/index.ts'
import { decide } from './compare.ts'
import type { ConditionDefinition, ConditionPlan } from './definition.ts'
import { fitList, judgeShopper, withShopper } from './shared/shopper.ts'

/** Whether the shopper has bought a product of a reach before. */
export const bought = {
  about: 'shopper',
  asksPurchases: true,
  judge: ({ reach }, view) =>
    judgeShopper(view, (shopper) => {
      const matches = view.matcherOf(reach)
      const known = shopper.bought.flatMap((sku) => view.findProduct(sku) ?? [])
      const hasOne = known.some((product) => matches(product, product.regularPrice))
      return decide(hasOne, hasOne)
    }),
  fit: ({ reach }, cart, scope) => {
    const skus = scope.plan.catalogue.products.filter(isIn(reach, scope.plan)).map(({ sku }) => sku)
    return withShopper(cart, (shopper) => ({ bought: fitList(shopper.bought, skus, scope) }))
  },
  /** One product is as good as all of them. */
  traits: ({ reach }, plan) => {
    const product = plan.catalogue.products.find(isIn(reach, plan))
    return product ? [{ of: 'bought', sku: product.sku }] : []
  },
} as const satisfies ConditionDefinition<'bought'>

function isIn(reach: Reach, plan: ConditionPlan): (product: Product) => boolean {
  const matches = plan.matcherOf(reach)
  return (product) => matches(product, product.regularPrice)
}
