import { findTests, isAboutShopper, type CompiledPlan, type CompiledPromotion } from '../../pricing/index.ts'
import type { Cart, ConditionTest, Delivery, Shopper } from '../../terms/index.ts'

/** Somebody who buys: who, by which channel, delivered how. */
export type Buyer = Pick<Cart, 'shopper' | 'channel' | 'delivery'>

const MOST_SHOPPERS = 64

/** Everybody whom the conditions of some promotions tell apart: the first 64 shoppers, each by every channel and way of delivery that they name. */
export function findBuyers(
  entries: readonly CompiledPromotion[],
  plan: CompiledPlan,
  { channel, deliveries }: { readonly channel: string; readonly deliveries: readonly Delivery[] },
): Buyer[] {
  const tests = entries.flatMap(({ promotion }) => findTests(promotion.when))
  const isKnownWanted = entries.some(({ promotion }) => promotion.limits.usesPerShopper != null)
  const channels = new Set([channel, ...namesOf(tests, 'channel')])
  const ways = findWays(tests, deliveries)
  return findShoppers(tests, plan, isKnownWanted)
    .slice(0, MOST_SHOPPERS)
    .flatMap((shopper) =>
      [...channels].flatMap((own) => ways.map((delivery): Buyer => ({ shopper, channel: own, delivery }))),
    )
}

const namesOf = (
  tests: readonly ConditionTest[],
  kind: 'group' | 'tag' | 'audience' | 'channel' | 'country' | 'option' | 'shopper',
) => {
  return [...new Set(tests.flatMap((test) => (test.test === kind ? test.in : [])))]
}

/** A guest first; then known shoppers, with all memberships before fewer. */
function findShoppers(tests: readonly ConditionTest[], plan: CompiledPlan, isKnownWanted: boolean): (Shopper | null)[] {
  if (!isKnownWanted && !tests.some(isAboutShopper)) return [null]
  const ids = ['somebody', ...namesOf(tests, 'shopper')]
  const members = (['group', 'tag', 'audience'] as const).flatMap((kind) =>
    namesOf(tests, kind).map((name) => ({ kind, name })),
  )
  const orders = figuresOf(tests.flatMap((test) => (test.test === 'orders' ? test.count : [])))
  const spent = figuresOf(tests.flatMap((test) => (test.test === 'spent' ? test.amount : [])))
  const everything = findBought(tests, plan)
  const bought = everything.length > 0 ? [everything, []] : [[]]
  const known = subsets(members).flatMap((own) => {
    const names = (kind: string) => own.filter((one) => one.kind === kind).map(({ name }) => name)
    const lists = { groups: names('group'), tags: names('tag'), audiences: names('audience') }
    return orders.flatMap((count) =>
      spent.flatMap((amount) =>
        bought.flatMap((skus) =>
          ids.map((id): Shopper => ({ id, ...lists, orders: count, spent: amount, bought: skus })),
        ),
      ),
    )
  })
  return [null, ...known]
}

/** At and beside each limit, and nothing. */
function figuresOf(limits: readonly number[]): number[] {
  return [...new Set([0, ...limits.flatMap((limit) => [limit, limit + 1, limit - 1])])].filter((figure) => figure >= 0)
}

/** A product of each reach that somebody may have bought from: as good as everything. */
function findBought(tests: readonly ConditionTest[], plan: CompiledPlan): string[] {
  return tests.flatMap((test) => {
    if (test.test !== 'bought') return []
    const matches = plan.matcherOf(test.reach)
    const product = plan.catalogue.products.find((one) => matches(one, one.regularPrice))
    return product ? [product.sku] : []
  })
}

const MOST_MEMBERSHIPS = 6

/** All subsets, the largest first; of very many memberships all at once, each by itself, and none. */
function subsets<T>(list: readonly T[]): (readonly T[])[] {
  if (list.length > MOST_MEMBERSHIPS) return [list, ...list.map((one) => [one]), []]
  const sets = Array.from({ length: 2 ** list.length }, (_, mask) => list.filter((_one, at) => mask & (1 << at)))
  return sets.sort((a, b) => b.length - a.length)
}

/** Not chosen yet, and each way that the conditions name, at the store's price. */
function findWays(tests: readonly ConditionTest[], deliveries: readonly Delivery[]): (Delivery | null)[] {
  const [options, countries] = [namesOf(tests, 'option'), namesOf(tests, 'country')]
  if (options.length === 0 && countries.length === 0) return [null]
  const plain = deliveries[0] ?? { option: 'parcel', price: 0, country: 'AT' }
  const ways = (options.length > 0 ? options : [plain.option]).flatMap((option) =>
    (countries.length > 0 ? countries : [plain.country]).map((country) => {
      return (
        deliveries.find((one) => one.option === option && one.country === country) ?? {
          option,
          country,
          price: plain.price,
        }
      )
    }),
  )
  return [null, ...ways]
}
