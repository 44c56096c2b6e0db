import type { Product } from '../../terms/index.ts'
import { WHOLE, firstOf } from '../../values/index.ts'
import { promotionSubject, type Found } from '../finding.ts'
import type { Check } from '../kinds/check.ts'
import { isReducing, type ProductGroup } from '../productGroups.ts'
import type { Probe } from '../probe.ts'
import { findSituations, type Situation } from '../situations.ts'
import { boundStack } from './bound.ts'
import { enumerateOrders } from './enumerate.ts'
import { isAlarming, isWorse, measureStack, type Stack } from './stack.ts'

/** How many orders are priced: for one product, and in all. */
interface Effort {
  readonly each: number
  readonly all: number
  /** For one product, by the square of how many promotions meet on it: the search for the best of them grows about so. */
  readonly crowded: number
}

const EFFORT: Effort = { each: 500, all: 20_000, crowded: 500_000 }

/** The worst that promotions do to a product together. */
interface ProductStack {
  readonly product: Product
  readonly stack: Stack
  /** The lowest share of the regular price that it might come to, where not every order was priced; null where all were. */
  readonly atLeast: number | null
}

/** Promotions that together take too much off a product. One finding for each set of them; the product that shows it most is its proof. */
export const findDeepestStacks: Check<'deepest-stack'> = function* (probe) {
  const bySet = new Map<string, ProductStack[]>()
  for (const one of findProductStacks(probe)) {
    const key = one.stack.promotions.join()
    bySet.set(key, [...(bySet.get(key) ?? []), one])
  }
  for (const stacks of bySet.values()) yield describe(stacks)
}

function describe(stacks: readonly ProductStack[]): Found<'deepest-stack'> {
  const worst = stacks.reduce((a, b) => (isWorse(b.stack, a.stack) ? b : a))
  const { reduction, regular, total, margin, isLoss, promotions, order, grand } = worst.stack
  const atLeast = Math.min(...stacks.map((one) => one.atLeast ?? 1))
  const most = Math.floor((1 - atLeast) * WHOLE)
  return {
    severity: stacks.some(({ stack }) => stack.isLoss) ? 'blocker' : 'warning',
    subjects: promotions.map(promotionSubject),
    facts: {
      products: stacks.length,
      sku: worst.product.sku,
      reduction,
      regular,
      total,
      margin,
      isLoss,
      atMost: stacks.some((one) => one.atLeast !== null) && most > reduction ? most : null,
    },
    proof: { carts: [{ order, total: grand }] },
    points: Math.floor(reduction / 100),
  }
}

interface Suspect {
  readonly product: Product
  readonly group: ProductGroup
  readonly situations: readonly { readonly situation: Situation; readonly share: number }[]
  readonly share: number
}

/** The worst stack of every product for which any raises an alarm, as far as the effort goes. */
export function findProductStacks(probe: Probe, { each, all, crowded }: Effort = EFFORT): ProductStack[] {
  const stacks: ProductStack[] = []
  let left = all
  for (const suspect of findSuspects(probe)) {
    const { product, group } = suspect
    const most = Math.min(each, left, Math.max(1, Math.floor(crowded / group.entries.length ** 2)))
    const searched = probe.recall.ofProduct(`deepest-stack ${most}`, product, group, () => search(suspect, probe, most))
    const { worst, tried, isCut } = searched
    left -= tried
    if (worst) stacks.push({ product: suspect.product, stack: worst, atLeast: isCut ? suspect.share : null })
  }
  return stacks
}

/** The worst of at most so many orders of one product. */
function search({ product, situations }: Suspect, probe: Probe, most: number) {
  let worst: Stack | null = null
  let tried = 0
  for (const order of enumerateAll(product, situations, probe)) {
    if (tried >= most) return { worst, tried, isCut: true }
    tried++
    const stack = measureStack(probe.input.plan, order, probe.thresholds)
    if (stack && isAlarming(stack, probe.thresholds) && isWorse(stack, worst)) worst = stack
  }
  return { worst, tried, isCut: false }
}

function* enumerateAll(product: Product, situations: Suspect['situations'], probe: Probe) {
  for (const { situation } of situations) yield* enumerateOrders(product, situation, probe)
}

/** The products that a bound does not clear, each with the situations that it does not, the deepest bound first. */
export function findSuspects({ input, groups, thresholds, facts }: Probe): Suspect[] {
  const { plan, now } = input
  const suspects: Suspect[] = []
  for (const group of groups) {
    const { entries, products } = group
    if (!entries.some(isReducing)) continue
    const situations = findSituations(entries, { now, facts }, firstOf(products).regularPrice)
    for (const product of products) {
      const open = situations.flatMap((situation) => {
        const { share, mayAlarm } = boundStack(product, situation, { plan, thresholds })
        return mayAlarm ? [{ situation, share }] : []
      })
      open.sort((a, b) => a.share - b.share)
      if (open.length > 0) suspects.push({ product, group, situations: open, share: firstOf(open).share })
    }
  }
  return suspects.sort((a, b) => a.share - b.share)
}
