import { completeDelivery, findAskedReaches, fitCart } from '../conditions/index.ts'
import { computeEdgeCarts, type EdgeCart } from '../edges/index.ts'
import { definitionOf } from '../mechanics/index.ts'
import { findRung, type Promotion } from '../plan/index.ts'
import {
  compileOthers,
  computeSale,
  createPlainOrder,
  toAlone,
  type CompiledPlan,
  type CompiledPromotion,
  type Sale,
} from '../pricing/index.ts'
import type { Cart, CartLine, CodeRegister, Facts, Order, Product } from '../terms/index.ts'
import { createPricers } from '../time/index.ts'
import type { Instant } from '../values/index.ts'
import { createRecall, type ProofMemory, type Recall } from './memory.ts'
import { findExtremes, groupProducts, type ProductGroup } from './productGroups.ts'
import { findToCome, horizonOf, thresholdsOf, type ProofInput, type Thresholds } from './proofInput.ts'
import { findEdges, isLive } from './situations.ts'

/** Memoized queries about a plan, shared by all kinds of findings. */
export interface Probe {
  readonly input: ProofInput
  readonly thresholds: Thresholds
  /** Usage of the promotions that depend on it. */
  readonly facts: Facts
  /** By rank. */
  readonly toCome: readonly CompiledPromotion[]
  /** The products that promotions to come look at. */
  readonly groups: readonly ProductGroup[]
  groupsOf(entry: CompiledPromotion): readonly ProductGroup[]
  /** The same plan over few products, some of each group: to make carts of. */
  readonly sampled: CompiledPlan
  /**
   * Orders for which a promotion should apply, if for any: beside its limits, at its moments, for those whom it is for, its code entered; of
   * products of all its groups, or of some.
   */
  witnesses(entry: CompiledPromotion, groups?: readonly ProductGroup[]): Iterable<Order>
  /** The order of given lines at a promotion's first moment, by a guest and by those whom it is for, its code entered. */
  dressed(entry: CompiledPromotion, lines: readonly CartLine[]): Iterable<Order>
  /** Shelf prices of the plan, or of another, at an instant. */
  readonly pricerAt: ReturnType<typeof createPricers>
  /**
   * How many orders are priced to say that a promotion never does something: 400 where few meet on its products, less where many do, since each
   * order then takes longer. What would take more is not said.
   */
  mostTried(entry: CompiledPromotion): number
  /** The carts beside a promotion's limits, of a product wherever it fits, weighed at its first moment. */
  edgeCarts(entry: CompiledPromotion, sku: string): readonly EdgeCart[]
  /** A guest's order at an instant. */
  guestOrder(lines: readonly CartLine[], now: Instant): Order
  /** The plan as if a promotion were the only one. */
  alone(entry: CompiledPromotion): CompiledPlan
  /** The plan without a promotion. */
  without(entry: CompiledPromotion): CompiledPlan
  sell(order: Order, plan?: CompiledPlan): Sale
  readonly recall: Recall
}

const MOST_GROUPS = 6
const MOST_TRIED = 400
/** Orders, by the square of how many promotions meet on them: the search for the best of them grows about so. */
const MOST_LOOKED_AT = 200_000
const MOST_MOMENTS = 6
/** The code of a batch that a proof enters. */
const BATCH_CODE = 'PROOF'

export function createProbe(input: ProofInput, memory?: ProofMemory): Probe {
  const { plan, channel } = input
  const facts = findSpent(input)
  const toCome = findToCome(input)
  const groups = groupProducts(plan, new Set(toCome))
  const byEntry = new Map<CompiledPromotion, ProductGroup[]>()
  for (const group of groups) {
    for (const entry of group.entries) {
      const own = byEntry.get(entry)
      if (own) own.push(group)
      else byEntry.set(entry, [group])
    }
  }
  const moments = new Map<CompiledPromotion, readonly Instant[]>()
  const stock = findGiftStock(input)
  const sampled = compileOthers(
    plan,
    plan.promotions.map(({ promotion }) => promotion),
    findSamples(plan, groups),
  )
  const others = new Map<string, CompiledPlan>()

  function remember(key: string, findPromotions: () => readonly Promotion[]): CompiledPlan {
    let own = others.get(key)
    if (!own) others.set(key, (own = compileOthers(sampled, findPromotions())))
    return own
  }

  function momentsOf(entry: CompiledPromotion): readonly Instant[] {
    let own = moments.get(entry)
    if (!own) moments.set(entry, (own = findMoments(entry, probe)))
    return own
  }

  const probe: Probe = {
    input,
    thresholds: thresholdsOf(plan.store),
    facts,
    toCome,
    groups,
    sampled,
    groupsOf: (entry) => byEntry.get(entry) ?? [],
    *witnesses(entry, asked = probe.groupsOf(entry)) {
      const ats = momentsOf(entry)
      for (const lines of findCarts(entry, probe, asked)) {
        for (const now of ats) yield* dress(entry, probe.guestOrder(lines, now), input)
      }
    },
    dressed: (entry, lines) => dress(entry, probe.guestOrder(lines, momentsOf(entry)[0] ?? input.now), input),
    pricerAt: createPricers({ channel, facts: input.facts }),
    mostTried: (entry) => {
      const crowd = probe.groupsOf(entry).reduce((most, { entries }) => Math.max(most, entries.length), 1)
      return Math.min(MOST_TRIED, Math.floor(MOST_LOOKED_AT / crowd ** 2))
    },
    edgeCarts: (entry, sku) => {
      const order = probe.guestOrder([], momentsOf(entry)[0] ?? input.now)
      return computeEdgeCarts(entry.promotion, sampled, { sku, order })
    },
    guestOrder: (lines, now) => ({ ...createPlainOrder(lines, { now, channel, facts }), ...(stock ? { stock } : {}) }),
    alone(entry) {
      const { when, code } = entry.promotion
      return remember(`alone ${entry.id}`, () => [{ ...toAlone(entry.promotion), when, code }])
    },
    without: (entry) =>
      remember(`without ${entry.id}`, () =>
        plan.promotions.filter((one) => one !== entry).map(({ promotion }) => promotion),
      ),
    sell: (order, under = plan) => computeSale(under, order),
    recall: createRecall(memory, {
      input,
      facts,
      groups,
      groupsOf: (entry) => byEntry.get(entry) ?? [],
      samples: sampled.catalogue.products,
      stock,
    }),
  }
  return probe
}

/** Some products of each group, those that may be added as gifts, and one for each condition that none of them fulfils; in catalogue order. */
function findSamples(plan: CompiledPlan, groups: readonly ProductGroup[]): Product[] {
  const samples = new Set(groups.flatMap(findExtremes))
  for (const { promotion } of plan.promotions) {
    const skus = definitionOf(promotion.mechanic).gifts?.(promotion.mechanic, []) ?? []
    for (const sku of skus) if (plan.catalogue.bySku.has(sku)) samples.add(plan.getProduct(sku))
    for (const reach of findAskedReaches(promotion.when)) {
      const matches = plan.matcherOf(reach)
      const isIn = (one: Product) => one.regularPrice > 0 && matches(one, one.regularPrice)
      if ([...samples].some(isIn)) continue
      const first = plan.catalogue.products.find(isIn)
      if (first) samples.add(first)
    }
  }
  // Where nothing looks at products, as with delivery alone, any will do.
  const any = plan.catalogue.products.find(({ regularPrice }) => regularPrice > 0)
  if (samples.size === 0 && any) samples.add(any)
  return plan.catalogue.products.filter((product) => samples.has(product))
}

/** No price depends on what was used up of a promotion without a limit or a ladder by units. */
function findSpent({ plan, facts }: ProofInput): Facts {
  const dependent = plan.promotions.filter(({ promotion: { limits, ladder } }) => {
    const isLimited = [limits.uses, limits.usesPerShopper, limits.units].some((limit) => limit != null)
    return isLimited || limits.budgetStops === true || ladder?.by === 'unitsSold' || ladder?.by === 'unitsLeft'
  })
  return Object.fromEntries(dependent.flatMap(({ id }) => (facts[id] ? [[id, facts[id]] as const] : [])))
}

/** Stock of possible gifts; no other stock affects prices. */
function findGiftStock({ plan, stock }: ProofInput): Order['stock'] {
  const gifts = plan.promotions.flatMap(({ promotion: { mechanic } }) => {
    const { gifts: find } = definitionOf(mechanic)
    return find
      ? [...find(mechanic, []), ...(find(mechanic, ['']).includes('') ? plan.catalogue.bySku.keys() : [])]
      : []
  })
  const known = [...new Set(gifts)].flatMap((sku) => (stock.has(sku) ? [[sku, stock.get(sku)!] as const] : []))
  return known.length > 0 && known.length <= MOST_STOCKED ? Object.fromEntries(known) : undefined
}

const MOST_STOCKED = 2000

/** Whether an order, as it was sold, was changed by a promotion. */
export function isApplied({ uses }: Sale, { id }: Pick<CompiledPromotion, 'id'>): boolean {
  return uses.some(({ promotion, given, added, units }) => promotion === id && (given > 0 || added > 0 || units > 0))
}

/** The instants at which what holds beside a promotion, while it holds, or its own rung becomes another one. */
function findMoments(entry: CompiledPromotion, { input, facts, groupsOf }: Probe): Instant[] {
  const met = groupsOf(entry).slice(0, MOST_GROUPS)
  // What is about delivery looks at no product; it meets the others that are.
  const rivals = entry.phase === 4 ? input.plan.deliveryOffers : []
  const beside = new Set([entry, ...met.flatMap(({ entries }) => entries), ...rivals])
  const start = Math.max(input.now, entry.schedule.start)
  const all = new Set([start, ...findEdges([...beside], input.now)])
  const seen = new Set<string>()
  const moments: Instant[] = []
  for (const at of [...all].sort((a, b) => a - b)) {
    if (at > horizonOf(input) || !isLive(entry, at)) continue
    const rung = findRung(entry.promotion, entry.rungs, { now: at, facts: facts[entry.id] ?? {} })
    const key = [...[...beside].map((one) => isLive(one, at)), JSON.stringify(rung)].join()
    if (seen.has(key)) continue
    seen.add(key)
    moments.push(at)
    if (moments.length >= MOST_MOMENTS) break
  }
  return moments
}

/** The carts beside a promotion's limits, and the least ones, of products that different promotions look at. */
function findCarts(
  entry: CompiledPromotion,
  { sampled, edgeCarts }: Probe,
  groups: readonly ProductGroup[],
): (readonly CartLine[])[] {
  const { promotion } = entry
  const samples = groups.slice(0, MOST_GROUPS).flatMap(findExtremes)
  const given = samples.length > 0 ? samples : sampled.catalogue.products.slice(0, 1)
  const carts = new Map<string, readonly CartLine[]>()
  const keep = (lines: readonly CartLine[]) => {
    if (lines.length > 0) carts.set(JSON.stringify(lines), lines)
  }
  for (const { sku } of given) {
    for (const { lines } of edgeCarts(entry, sku)) keep(lines)
    const units = definitionOf(promotion.mechanic)
      .needs(promotion.mechanic)
      .reduce((sum, need) => sum + (need.units ?? 0), 0)
    keep([{ sku, quantity: Math.max(1, Math.min(units, MOST_UNITS)) }])
  }
  return [...carts.values()]
}

const MOST_UNITS = 10_000

/** The same order of a guest and of someone for whom the promotion is, delivered in each way that matters, with its code. */
function* dress(entry: CompiledPromotion, order: Order, { plan, deliveries }: ProofInput): Iterable<Order> {
  const { when, limits } = entry.promotion
  const coded = enterCodes(order, [entry])
  const ways = entry.phase === 4 && deliveries.length > 0 ? deliveries : [null]
  for (const delivery of ways) {
    const cart: Cart = { ...coded.cart, delivery }
    yield { ...coded, cart }
    if (when === null && limits.usesPerShopper == null) continue
    const fitted = fitCart(
      {
        all: [
          ...(limits.usesPerShopper == null ? [] : [{ test: 'signedIn' as const, is: true }]),
          ...(when ? [when] : []),
        ],
      },
      cart,
      plan,
    )
    yield { ...coded, cart: completeDelivery(fitted, deliveries) }
  }
}

/** An order with the codes of promotions entered: the shared one, or one of a batch. */
export function enterCodes(order: Order, entries: readonly CompiledPromotion[]): Order {
  const codes: string[] = [...order.cart.codes]
  const register: Record<string, CodeRegister[string]> = { ...order.codes }
  for (const { id, rank, promotion } of entries) {
    if (promotion.code === null) continue
    if ('text' in promotion.code) codes.push(promotion.code.text)
    else {
      const text = `${BATCH_CODE}${rank}`
      codes.push(text)
      register[text] = { promotion: id, state: 'open' }
    }
  }
  return { ...order, cart: { ...order.cart, codes }, codes: register }
}
