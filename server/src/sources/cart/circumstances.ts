import {
  definitionOf,
  conditionOf,
  findTests,
  normalizeCode,
  type CodeRegister,
  type CompiledPlan,
  type Facts,
  type Order,
  type Promotion,
  type Shopper,
} from '@novalex/core'
import { readingCodes } from '../../data/codes/index.ts'
import type { RecentFigures } from '../figures/recentFigures.ts'
import { readingUsesBy } from '../../data/orders/index.ts'
import { readTogether, type Reading } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { rememberForPlan } from '../plans/rememberForPlan.ts'
import { readingBuyer } from '../../data/shoppers/index.ts'

type Cart = Order['cart']
/** Inputs of a price besides plan, time and cart. */
export type Circumstances = Pick<Order, 'facts' | 'codes' | 'stock'>

/** The shopper and the entered codes. */
export interface Known {
  readonly shopper: Shopper | null
  /** How often they have had the promotions that limit that, by id. */
  readonly own: OwnUses
  readonly codes: CodeRegister
}

type OwnUses = Readonly<Record<string, number>>

/** On one way to the database: a cart is priced with each key that is pressed. */
export async function findKnown(
  connection: Connection,
  plan: CompiledPlan,
  { id, typed }: { readonly id: string | null; readonly typed: readonly string[] },
): Promise<Known> {
  const [shopper, own, codes] = await readTogether<[Shopper | null, OwnUses, CodeRegister]>(connection, [
    readingBuyer(id, { withGoods: needsGoods(plan) }),
    readingOwnUses(plan, id, typed),
    readingCodes(typed),
  ])
  return { shopper, own, codes }
}

/** The circumstances of a cart as they were within the last second. */
export async function findCircumstances(
  figures: RecentFigures,
  { plan, cart, known: { own, codes } }: { readonly plan: CompiledPlan; readonly cart: Cart; readonly known: Known },
): Promise<Circumstances> {
  const counted = listCounted(plan, cart)
  const [facts, stock] = await Promise.all([figures.facts(), counted.length > 0 ? figures.stock(counted) : {}])
  return { facts: addOwnUses(facts, own), codes, stock }
}

/** How often a shopper has had the promotions that limit that, by id; of those with a code, what the codes that are typed may open. */
export function readingOwnUses(plan: CompiledPlan, shopper: string | null, typed: readonly string[]): Reading<OwnUses> {
  const ids = listLimitedByShopper(plan, new Set(typed.map(normalizeCode)))
  if (shopper === null || ids.length === 0) return { statements: [], read: () => ({}) }
  return readingUsesBy(shopper, ids)
}

export function addOwnUses(facts: Facts, own: OwnUses): Facts {
  const uses = Object.entries(own).map(([id, usesByShopper]) => [id, { ...facts[id], usesByShopper }])
  return { ...facts, ...Object.fromEntries(uses) }
}

/** The SKUs of a cart, and of what may be added to it, whose stock is counted. */
export function listCounted(plan: CompiledPlan, { lines }: Cart): string[] {
  const skus = new Set([...lines.map(({ sku }) => sku), ...listGifts(plan)])
  return [...skus].filter((sku) => (plan.catalogue.bySku.get(sku)?.stock ?? null) !== null)
}

/** Whether any promotion that is ready asks what someone has bought. */
export const needsGoods = rememberForPlan((plan) =>
  plan.promotions.some(
    ({ promotion: { when, state } }) =>
      state === 'ready' && findTests(when).some((test) => conditionOf(test).asksPurchases),
  ),
)

const findLimited = rememberForPlan((plan): readonly Promotion[] =>
  plan.promotions.map(({ promotion }) => promotion).filter(({ limits }) => limits.usesPerShopper != null),
)

function listLimitedByShopper(plan: CompiledPlan, typed: ReadonlySet<string>): readonly string[] {
  return findLimited(plan)
    .filter(({ code }) => mayOpen(code, typed))
    .map(({ id }) => id)
}

function mayOpen(code: Promotion['code'], typed: ReadonlySet<string>): boolean {
  if (code === null) return true
  return 'batch' in code ? typed.size > 0 : typed.has(normalizeCode(code.text))
}

/** Products that active promotions may add to a cart. */
const listGifts = rememberForPlan((plan): readonly string[] => [
  ...new Set(
    plan.promotions.flatMap(({ promotion: { mechanic, state } }) =>
      state === 'ready' ? (definitionOf(mechanic).gifts?.(mechanic, []) ?? []) : [],
    ),
  ),
])
