import { firstOf } from '../../values/index.ts'
import { computeFloor } from '../../catalogue/index.ts'
import { compilePlan, computeQuote, type CompiledPlan } from '../../pricing/index.ts'
import { promotionSubject, type Found } from '../finding.ts'
import { enterCodes, type Probe } from '../probe.ts'
import type { Order, Product } from '../../terms/index.ts'
import { findExtremes, isReducing, type ProductGroup } from '../productGroups.ts'
import { findSituations } from '../situations.ts'

/** How many single units are priced to find promotions whose sum the floor cuts. */
const MOST_STACKS = 3000

interface SingleUnit {
  readonly order: Order
  readonly product: Product
  readonly floor: number
  /** How many products are reduced by the same promotions. */
  readonly of: number
}

/** Unit price without the floor, where several promotions go below it. One finding per set of promotions. */
export function* findStackedCuts(probe: Probe): Iterable<Found<'floor-cuts'>> {
  const { plan } = probe.input
  if (!plan.store.floor.enforce) return
  const free = compileWithoutFloor(probe)
  const found = new Map<string, Found<'floor-cuts'>>()
  let tried = 0
  for (const unit of findUnits(probe)) {
    if (++tried > MOST_STACKS) break
    const cut = judge(unit, plan, free)
    if (!cut) continue
    const key = cut.subjects.join()
    const known = found.get(key)
    const worst = known && known.points! >= cut.points! ? known : cut
    found.set(key, { ...worst, facts: { ...worst.facts, products: (known?.facts.products ?? 0) + 1 } })
  }
  yield* found.values()
}

function compileWithoutFloor({ input: { plan }, sampled }: Probe): CompiledPlan {
  return compilePlan({
    store: { ...plan.store, floor: { ...plan.store.floor, enforce: false } },
    catalogue: {
      categories: [...plan.catalogue.categories.values()],
      sets: [...plan.catalogue.sets.values()],
      products: sampled.catalogue.products,
    },
    promotions: plan.promotions.map(({ promotion }) => promotion),
    partners: [...plan.partners],
  })
}

/** Single units at the moments and under the conditions at which several promotions reduce them. */
function* findUnits(probe: Probe): Iterable<SingleUnit> {
  for (const group of probe.groups) {
    if (group.entries.filter(isReducing).length < 2) continue
    for (const product of findExtremes(group)) {
      const floor = computeFloor(product, probe.input.plan.store)
      if (floor > 0 && floor < product.regularPrice) yield* findUnitsOf(product, group, probe, floor)
    }
  }
}

function* findUnitsOf(product: Product, group: ProductGroup, probe: Probe, floor: number): Iterable<SingleUnit> {
  const from = { now: probe.input.now, facts: probe.facts }
  for (const { at, live, facts } of findSituations(group.entries, from, product.regularPrice)) {
    if (live.filter(isReducing).length < 2) continue
    const order = { ...enterCodes(probe.guestOrder([{ sku: product.sku, quantity: 1 }], at), live), facts }
    yield { order, product, floor, of: group.products.length }
  }
}

function judge(
  { order, product, floor, of }: SingleUnit,
  plan: CompiledPlan,
  free: CompiledPlan,
): Found<'floor-cuts'> | undefined {
  const { regular, total, adjustments } = computeQuote(free, order).lines[0]!
  const by = [...new Set(adjustments.map(({ promotion }) => promotion))]
  // A promotion that goes below the floor alone has a finding of its own.
  if (by.length < 2 || total >= floor || adjustments.some(({ amount }) => regular - amount < floor)) return undefined
  const quote = computeQuote(plan, order)
  return {
    severity: 'warning',
    subjects: by.map(promotionSubject),
    facts: { products: 1, sku: product.sku, units: 1, wanted: total, comes: firstOf(quote.lines).total, of },
    proof: { carts: [{ order, total: quote.totals.grand }] },
    points: Math.floor(((floor - total) * 100) / floor),
  }
}
