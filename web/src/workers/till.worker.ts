import type { PlanAnswer } from '@novalex/contract'
import {
  compilePlan,
  computeEdgeMoments,
  computeQuote,
  type Cart,
  type CompiledPlan,
  type EdgeMoment,
  type Instant,
  type Product,
  type Promotion,
  type Quote,
} from '@novalex/core'
import { expose } from 'comlink'

export interface TillQuestion {
  readonly products: readonly Product[]
  readonly cart: Cart
  readonly now: Instant
  /** The promotion under edit, in place of the plan's own. */
  readonly edited: Promotion
}

export interface TillAnswer {
  /** Null where the edited rule can't be priced as it stands. */
  readonly after: Quote | null
  /** Under the plan as it is kept. */
  readonly before: Quote
  /** The promotions whose reach holds something in the cart. */
  readonly near: readonly string[]
}

export interface EdgePrice extends EdgeMoment {
  readonly without: number
  readonly with: number
}

let plan: PlanAnswer | null = null

const worker = {
  setPlan(next: PlanAnswer): void {
    plan = next
  },

  price({ products, cart, now, edited }: TillQuestion): TillAnswer {
    const order = { now, cart, facts: {}, codes: {} }
    const kept = compile(products, getPlan().promotions)
    const near = products.flatMap((product) => kept.findReaching(product)).map(({ promotion }) => promotion.id)
    const after = attempt(() => computeQuote(compile(products, replace(edited)), order))
    return { before: computeQuote(kept, order), after, near: [...new Set(near)] }
  },

  /** What one unit costs the till's shopper just before and at each limit of the edited promotion's time, without it and with it. */
  edges({ products, cart, edited }: TillQuestion): EdgePrice[] {
    const { store, promotions } = getPlan()
    const [sample] = products
    if (!sample) return []
    const one = { ...cart, lines: [{ sku: sample.sku, quantity: 1 }] }
    const priceAt = (plan: CompiledPlan, now: Instant) =>
      computeQuote(plan, { now, cart: one, facts: {}, codes: {} }).totals.merchandise
    return (
      attempt(() => {
        const others = compile(
          [sample],
          promotions.filter(({ id }) => id !== edited.id),
        )
        const all = compile([sample], replace(edited))
        return computeEdgeMoments(edited, store.timeZone).map((edge) => {
          return { ...edge, without: priceAt(others, edge.at), with: priceAt(all, edge.at) }
        })
      }) ?? []
    )
  },
}

export type TillWorker = typeof worker

function getPlan(): PlanAnswer {
  if (!plan) throw new Error('the till has no plan yet')
  return plan
}

function replace(edited: Promotion): Promotion[] {
  return [...getPlan().promotions.filter(({ id }) => id !== edited.id), edited]
}

function compile(products: readonly Product[], promotions: readonly Promotion[]) {
  const { store, categories, sets } = getPlan()
  return compilePlan({ store, catalogue: { categories, sets, products }, promotions })
}

/** A rule in the middle of an edit may name a day that no calendar has. */
function attempt<T>(work: () => T): T | null {
  try {
    return work()
  } catch (error) {
    if (error instanceof RangeError) return null
    throw error
  }
}

expose(worker)
