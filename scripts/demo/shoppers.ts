import type { ShopperRow } from '@novalex/core'
import { createRandom } from './random.ts'

const SEED = 20_270
const COUNT = 1500
const FIRST = ['Alma', 'Bela', 'Cora', 'Dario', 'Edda', 'Faris', 'Gita', 'Hedwig', 'Ilja', 'Juna', 'Kilian', 'Lale']
const LETTERS = 'ABDEFGHKLMNPRSTWZ'

/** The demo shop's known shoppers: most in no group, many with a first order still to come. */
export function createDemoShoppers(skus: readonly string[]): ShopperRow[] {
  const random = createRandom(SEED)
  const pick = <T>(list: readonly T[] | string): T => list[Math.floor(random() * list.length)] as T
  return Array.from({ length: COUNT }, (_, index) => {
    const group = random()
    const orders = random() < 0.3 ? 0 : 1 + Math.floor(random() ** 2 * 14)
    const bought = Array.from({ length: orders === 0 ? 0 : Math.min(orders + 1, 6) }, () => pick(skus))
    return {
      id: `s-${String(index + 1).padStart(4, '0')}`,
      name: `${pick(FIRST)} ${pick<string>(LETTERS)}.`,
      groups: group < 0.18 ? ['club'] : group < 0.24 ? ['trade'] : group < 0.28 ? ['schools'] : [],
      tags: random() < 0.4 ? ['newsletter'] : [],
      orders,
      spent: orders * (1500 + Math.floor(random() * 6000)),
      bought: [...new Set(bought)],
    }
  })
}
