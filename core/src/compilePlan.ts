import { compileCatalogue, type CompiledCatalogue } from './catalogue.ts'
import { compileRungs, type RungInstants } from './ladder.ts'
import type { MinorUnits } from './money.ts'
import type { Mechanic, PriceList, PricingBase, Promotion, Reach, Store } from './plan.ts'
import { compileReach, type ReachMatcher } from './reach.ts'
import { createReachIndex, type FindPromotions } from './reachIndex.ts'
import { compileSchedule, type CompiledSchedule } from './schedule.ts'
import { createStackingRules, type StackingRules, type StackKey } from './stacking.ts'

export type Phase = 0 | 1 | 2 | 3 | 4 | 5

export interface CompiledPromotion {
  readonly promotion: Promotion
  readonly phase: Phase
  readonly schedule: CompiledSchedule
  readonly stack: StackKey
  readonly rungs: RungInstants
}

/** A plan with its catalogue, made ready to price any number of carts at any number of moments. */
export interface CompiledPlan {
  readonly store: Store
  readonly catalogue: CompiledCatalogue
  /** By rank. */
  readonly promotions: readonly CompiledPromotion[]
  readonly rules: StackingRules
  /** Whether there is anything in phase 0. */
  readonly hasPriceSteps: boolean
  /** The promotions of phase 4, by rank. */
  readonly deliveryOffers: readonly CompiledPromotion[]
  /** The promotions of phase 0 whose reach holds the product at its catalogue price, by rank. */
  readonly findPriceSteps: FindPromotions
  /** The markdowns whose reach holds the product at its regular price, by rank. */
  readonly findReaching: FindPromotions
  /** The same for the phases that look at carts (2, 3 and 5); any of a promotion's reaches counts. */
  readonly findOffers: FindPromotions
  /** The promotions of phases 0 and 1 that may reach the product at some regular price, by rank. */
  readonly findPricing: FindPromotions
  /** Reaches that say the same share one matcher. */
  matcherOf(reach: Reach): ReachMatcher
  /** Promotions that a shared code opens, by the code as it is compared. */
  findByCode(code: string): readonly CompiledPromotion[]
  findPromotion(id: string): CompiledPromotion | undefined
}

const PHASE_OF: Readonly<Record<Mechanic['kind'], Phase>> = {
  'price-steps': 0,
  markdown: 1,
  'item-discount': 2,
  'quantity-break': 2,
  'spend-break': 2,
  'buy-get': 2,
  bundle: 2,
  'order-discount': 3,
  delivery: 4,
  surcharge: 5,
}

/** The phase in which a mechanic acts. Source: docs/pricing.md, "Mechanics". */
export function phaseOf({ kind }: Mechanic): Phase {
  return PHASE_OF[kind]
}

/** Every reach that a mechanic names: a product in any of them concerns it. */
export function reachesOf(mechanic: Mechanic): Reach[] {
  switch (mechanic.kind) {
    case 'buy-get':
      return [mechanic.buy.reach, ...(mechanic.get.reach ? [mechanic.get.reach] : [])]
    case 'bundle':
      return mechanic.parts.map((part) => part.reach)
    case 'delivery':
      return []
    case 'markdown':
    case 'price-steps':
      return mechanic.prices ? [reachOfList(mechanic.reach, mechanic.prices)] : [mechanic.reach]
    default:
      return [mechanic.reach]
  }
}

const LIST_REACHES = new WeakMap<PriceList, Reach>()

/** Of the reach, what the list names; worked out once a list. */
function reachOfList(reach: Reach, prices: PriceList): Reach {
  let own = LIST_REACHES.get(prices)
  if (!own) {
    const listed = Object.keys(prices)
    const { skus } = reach
    own = { ...reach, skus: skus ? listed.filter((sku) => skus.includes(sku)) : listed }
    LIST_REACHES.set(prices, own)
  }
  return own
}

/** A product's price in a list; null if the list does not name it. */
export function findListed(prices: PriceList | undefined, sku: string): MinorUnits | null {
  return prices && Object.hasOwn(prices, sku) ? prices[sku]! : null
}

/** A code as it is compared: without case, spaces and hyphens. */
export function normalizeCode(code: string): string {
  return code.toUpperCase().replace(/[\s-]/g, '')
}

/** Expects a checked plan (see `checkPromotion`); throws a `RangeError` on a malformed time or zone. */
export function compilePlan({ store, catalogue, promotions }: PricingBase): CompiledPlan {
  const compiledCatalogue = compileCatalogue(catalogue)
  const rules = createStackingRules(store)
  const compiled = promotions
    .toSorted((a, b) => a.rank - b.rank)
    .map((promotion): CompiledPromotion => {
      const schedule = compileSchedule(promotion.schedule, store.timeZone)
      return {
        promotion,
        phase: phaseOf(promotion.mechanic),
        schedule,
        stack: rules.keyOf(promotion.stacking ?? { group: '', mode: 'group' }),
        rungs: compileRungs(promotion.ladder, schedule.end, store.timeZone),
      }
    })
  const matcherOf = createMatchers(compiledCatalogue)
  const ofPhase = (...phases: Phase[]) => compiled.filter(({ phase }) => phases.includes(phase))
  const find = (...phases: Phase[]) => createReachIndex(ofPhase(...phases), compiledCatalogue, matcherOf)
  const byCode = new Map<string, CompiledPromotion[]>()
  const byId = new Map(compiled.map((entry) => [entry.promotion.id, entry]))
  for (const entry of compiled) {
    const { code } = entry.promotion
    if (code === null || !('text' in code)) continue
    const text = normalizeCode(code.text)
    byCode.set(text, [...(byCode.get(text) ?? []), entry])
  }
  return {
    store,
    catalogue: compiledCatalogue,
    promotions: compiled,
    rules,
    hasPriceSteps: ofPhase(0).length > 0,
    findPriceSteps: find(0),
    deliveryOffers: ofPhase(4),
    findReaching: find(1),
    findOffers: find(2, 3, 5),
    findPricing: createReachIndex(ofPhase(0, 1), compiledCatalogue, () => () => true),
    matcherOf,
    findByCode: (code) => byCode.get(code) ?? [],
    findPromotion: (id) => byId.get(id),
  }
}

function createMatchers(catalogue: CompiledCatalogue): (reach: Reach) => ReachMatcher {
  const byContent = new Map<string, ReachMatcher>()
  const known = new WeakMap<Reach, ReachMatcher>()
  return (reach) => {
    let matcher = known.get(reach)
    if (matcher) return matcher
    const content = JSON.stringify(reach)
    matcher = byContent.get(content) ?? compileReach(reach, catalogue)
    byContent.set(content, matcher)
    known.set(reach, matcher)
    return matcher
  }
}
