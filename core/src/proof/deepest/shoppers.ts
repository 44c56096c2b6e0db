import { findTests, findTraits, isAboutShopper, OPEN_DELIVERY, type Trait } from '../../conditions/index.ts'
import type { CompiledPlan, CompiledPromotion } from '../../pricing/index.ts'
import type { Cart, Delivery, Shopper } from '../../terms/index.ts'

/** Someone who buys: who, by which channel, delivered how. */
type Buyer = Pick<Cart, 'shopper' | 'channel' | 'delivery'>

const MOST_SHOPPERS = 64

/** Everybody whom the conditions of some promotions tell apart: the first 64 shoppers, each by every channel and way of delivery that they name. */
export function findBuyers(
  entries: readonly CompiledPromotion[],
  plan: CompiledPlan,
  { channel, deliveries }: { readonly channel: string; readonly deliveries: readonly Delivery[] },
): Buyer[] {
  const tests = entries.flatMap(({ promotion }) => findTests(promotion.when))
  const traits = findTraits(tests, plan)
  const isKnown = tests.some(isAboutShopper) || entries.some(({ promotion }) => promotion.limits.usesPerShopper != null)
  const channels = new Set([channel, ...namesOf(traits, 'channel')])
  const ways = findWays(traits, deliveries)
  const shoppers = isKnown ? findShoppers(traits) : [null]
  return shoppers
    .slice(0, MOST_SHOPPERS)
    .flatMap((shopper) =>
      [...channels].flatMap((own) => ways.map((delivery): Buyer => ({ shopper, channel: own, delivery }))),
    )
}

const namesOf = (traits: readonly Trait[], of: Extract<Trait, { readonly name: string }>['of']) => [
  ...new Set(traits.flatMap((trait) => (trait.of === of ? trait.name : []))),
]

/** A guest first; then known shoppers, with all memberships before fewer. */
function findShoppers(traits: readonly Trait[]): (Shopper | null)[] {
  const ids = ['somebody', ...namesOf(traits, 'id')]
  const members = (['groups', 'tags', 'audiences'] as const).flatMap((of) =>
    namesOf(traits, of).map((name) => ({ of, name })),
  )
  const orders = figuresOf(traits, 'orders')
  const spent = figuresOf(traits, 'spent')
  const everything = traits.flatMap((trait) => (trait.of === 'bought' ? trait.sku : []))
  const bought = everything.length > 0 ? [everything, []] : [[]]
  const known = subsets(members).flatMap((own) => {
    const names = (of: string) => own.filter((one) => one.of === of).map(({ name }) => name)
    const lists = { groups: names('groups'), tags: names('tags'), audiences: names('audiences') }
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
function figuresOf(traits: readonly Trait[], of: 'orders' | 'spent'): number[] {
  const limits = traits.flatMap((trait) => (trait.of === of ? trait.at : []))
  return [...new Set([0, ...limits.flatMap((limit) => [limit, limit + 1, limit - 1])])].filter((figure) => figure >= 0)
}

const MOST_MEMBERSHIPS = 6

/** All subsets, the largest first; of very many memberships all at once, each by itself, and none. */
function subsets<T>(list: readonly T[]): (readonly T[])[] {
  if (list.length > MOST_MEMBERSHIPS) return [list, ...list.map((one) => [one]), []]
  const sets = Array.from({ length: 2 ** list.length }, (_, mask) => list.filter((_one, at) => mask & (1 << at)))
  return sets.sort((a, b) => b.length - a.length)
}

/** Not chosen yet, and each way that the conditions name, at the store's price. */
function findWays(traits: readonly Trait[], deliveries: readonly Delivery[]): (Delivery | null)[] {
  const [options, countries] = [namesOf(traits, 'option'), namesOf(traits, 'country')]
  if (options.length === 0 && countries.length === 0) return [null]
  const plain = deliveries[0] ?? OPEN_DELIVERY
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
