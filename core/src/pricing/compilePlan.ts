import { compileCatalogue, compileReach, type CompiledCatalogue, type ReachMatcher } from '../catalogue/index.ts'
import type { ActsByPhase, DeliveryAct, OfferAct, ShelfAct, StepAct, SurchargeAct } from '../mechanics/index.ts'
import { normalizeCode, type PricingBase } from '../plan/index.ts'
import type { Flag, Phase, Product, Reach, Store } from '../terms/index.ts'
import { createStackingRules, type StackingRules } from '../units/index.ts'
import { actsIn, compilePromotion, type CompiledPromotion } from './compiledPromotion.ts'
import { createReachIndex, type FindPromotions } from './reachIndex.ts'

/** A plan with its catalogue, made ready to price any number of carts at any number of moments. */
export interface CompiledPlan {
  readonly store: Store
  readonly catalogue: CompiledCatalogue
  /** By rank. */
  readonly promotions: readonly CompiledPromotion[]
  readonly rules: StackingRules
  /** The store's partner channels, by id. */
  readonly partners: ReadonlySet<string>
  /** The flag of the occasion that a promotion follows, by the promotion's id. */
  readonly flags: ReadonlyMap<string, Flag>
  /** Whether there is anything in phase 0. */
  readonly hasPriceSteps: boolean
  /** The promotions of phase 4, by rank. */
  readonly deliveryOffers: readonly CompiledPromotion<DeliveryAct>[]
  /** The promotions of phase 0 whose reach holds the product at its catalogue price, by rank. */
  readonly findPriceSteps: FindPromotions<StepAct>
  /** The markdowns whose reach holds the product at its regular price, by rank. */
  readonly findReaching: FindPromotions<ShelfAct>
  /** Promotions of the phases that look at carts (2, 3 and 5) of which any reach holds the product at its regular price, by rank. */
  readonly findOffers: FindPromotions<OfferAct | SurchargeAct>
  /** The promotions of phases 0 and 1 that may reach the product at some regular price, by rank. */
  readonly findPricing: FindPromotions<StepAct | ShelfAct>
  /** Reaches that say the same share one matcher. */
  matcherOf(reach: Reach): ReachMatcher
  /** Promotions that a shared code opens, by the code as it is compared. */
  findByCode(code: string): readonly CompiledPromotion[]
  findPromotion(id: string): CompiledPromotion | undefined
  /** Throws where the plan has no such promotion. */
  getPromotion(id: string): CompiledPromotion
  /** Throws where the catalogue has no such product. */
  getProduct(sku: string): Product
}

/** Expects a checked plan (see `checkPromotion`); throws a `RangeError` on a malformed time or zone. */
export function compilePlan({
  store,
  catalogue,
  promotions,
  partners = [],
  flags = new Map(),
}: PricingBase): CompiledPlan {
  const compiledCatalogue = compileCatalogue(catalogue)
  const rules = createStackingRules(store)
  const compiled = promotions
    .toSorted((a, b) => a.rank - b.rank)
    .map((promotion) => compilePromotion(promotion, store.timeZone, rules))
  const matcherOf = createMatchers(compiledCatalogue)
  const ofPhase = <P extends Phase>(...phases: P[]) =>
    compiled.filter((entry): entry is CompiledPromotion<ActsByPhase[P]> => actsIn(entry, ...phases))
  const find = <P extends Phase>(...phases: P[]) => createReachIndex(ofPhase(...phases), compiledCatalogue, matcherOf)
  const byCode = new Map<string, CompiledPromotion[]>()
  const byId = new Map(compiled.map((entry) => [entry.id, entry]))
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
    partners: new Set(partners),
    flags,
    hasPriceSteps: ofPhase(0).length > 0,
    findPriceSteps: find(0),
    deliveryOffers: ofPhase(4),
    findReaching: find(1),
    findOffers: find(2, 3, 5),
    findPricing: createReachIndex(ofPhase(0, 1), compiledCatalogue, () => () => true),
    matcherOf,
    findByCode: (code) => byCode.get(code) ?? [],
    findPromotion: (id) => byId.get(id),
    getPromotion: (id) => getFrom(byId, id),
    getProduct: (sku) => getFrom(compiledCatalogue.bySku, sku),
  }
}

function getFrom<T>(known: ReadonlyMap<string, T>, key: string): T {
  const value = known.get(key)
  if (value === undefined) throw new Error(`the plan does not know ${key}`)
  return value
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
