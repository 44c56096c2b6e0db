import { dequal } from 'dequal'
import type { PlanAnswer } from '@novalex/contract'
import {
  compilePlan,
  compileSchedule,
  computeEdges,
  computeExamples,
  computeQuote,
  computeShownPrice,
  findKeptNudges,
  foldOrderLines,
  type ReceiptLines,
  findLiveMoment,
  reachesOf,
  completeDelivery,
  fitCart,
  listDeliveries,
  writeReceipt,
  type Cart,
  type CartLine,
  type CodeRegister,
  type CompiledPlan,
  type EdgeCart,
  type EdgeFacts,
  type EdgeMoment,
  type EdgeShopper,
  type Example,
  type Facts,
  type Instant,
  type KeptNudge,
  type Order,
  type Product,
  type Promotion,
  type Quote,
  type Receipt,
  type Shopper,
  type ShownPrice,
} from '@novalex/core'
import { LRUCache } from 'lru-cache'
import type { DeliveryOption } from '@novalex/contract'
import { codesOf, fulfil, whomItIsFor } from './whomItIsFor.ts'

export interface TillQuestion {
  /** Those in the cart, and others that the rule names. */
  readonly products: readonly Product[]
  readonly cart: Cart
  /** Whether to change the shopper, as little as that takes, into one who qualifies for the promotion. */
  readonly isFitted: boolean
  /** Whether a moment was chosen; otherwise a promotion that does not run now is priced when it does. */
  readonly isMoved: boolean
  /** Usage so far. */
  readonly facts: Facts
  /** Codes of batches that were made up. */
  readonly codes: CodeRegister
  readonly now: Instant
  /** The store's ways of delivery. */
  readonly delivery: readonly DeliveryOption[]
  /** The promotion under edit, in place of the plan's own. */
  readonly edited: Promotion
  /** The same as it was when its page was opened. */
  readonly opened: Promotion
}

export interface TillAnswer {
  /** The priced cart with its shopper. */
  readonly cart: Cart
  /** When it is priced, where that is not the moment on screen: the nearest at which the promotion runs. */
  readonly asOf: Instant | null
  /** Null where the edited rule can't be priced as it stands. */
  readonly after: Quote | null
  /** With the promotion as it was when its page was opened. */
  readonly before: Quote
  /** What the receipt shows of `after`, or else of `before`. */
  readonly shown: ReceiptLines
  /** Both on paper, where they differ. */
  readonly receipts: { readonly before: Receipt; readonly after: Receipt } | null
  /** Verified nudges. */
  readonly nudges: readonly KeptNudge[]
  /** The promotions whose reach holds something in the cart. */
  readonly near: readonly string[]
}

/** Total of an order without and with the edited promotion. */
export interface Compared {
  readonly without: number
  readonly with: number
  /** Saving including gifts; negative for surcharges. */
  readonly saves: number
}

/** Example carts of a promotion with all others, and its product page price. */
export interface ShownExamples {
  /** When they are priced, where the promotion does not run at the till's moment: the nearest at which it does. */
  readonly asOf: Instant | null
  /** Whether someone else buys than stands at the till, since the promotion is not for them. */
  readonly isFitted: boolean
  /** Whether a draft is priced as if it were ready. */
  readonly isAsReady: boolean
  readonly examples: readonly Example[]
  /** The middle product, without what the past may forbid to cross out. */
  readonly shown: (ShownPrice & { readonly sku: string }) | null
}

export interface EdgePrices {
  /** When carts, numbers sold and shoppers are priced, where the promotion does not run at the till's moment: the nearest at which it does. */
  readonly asOf: Instant | null
  /** Whether someone else is priced than stands at the till, since the promotion is not for them. */
  readonly isFitted: boolean
  /** The cart that moments and numbers sold are priced with: at the last limit, or one item. */
  readonly sample: readonly CartLine[]
  readonly moments: readonly (EdgeMoment & Compared)[]
  readonly carts: readonly (EdgeCart & Compared)[]
  readonly facts: readonly (EdgeFacts & Compared)[]
  readonly shoppers: readonly (EdgeShopper & Compared)[]
}

let plan: PlanAnswer | null = null
const KEPT_PLANS = 4
/** Plans compiled for the last questions: most keystrokes change the cart or the rule, not both and not the plan. */
const compiled = new LRUCache<string, CompiledPlan>({ max: KEPT_PLANS })

/** Prices carts over a plan, as the till, the examples and the edges of a promotion's page show them. Needs a plan before it is asked. */
export const tillPricing = {
  setPlan(next: PlanAnswer): void {
    plan = next
    compiled.clear()
  },

  price(question: TillQuestion): TillAnswer {
    const { products, facts, codes, edited, opened, now } = question
    const saved = compile(products, opened)
    const draft = attempt(() => compile(products, edited))
    const { cart, at } = (draft && attempt(() => placeOrder(question, draft))) ?? { cart: question.cart, at: now }
    const order = { now: at, cart, facts, codes: { ...codes, ...codesOf(edited) } }
    const before = computeQuote(saved, order)
    const after = draft && attempt(() => computeQuote(draft, order))
    return {
      cart,
      asOf: at === now ? null : at,
      before,
      after,
      shown: draft && after ? foldOrderLines(draft, after) : foldOrderLines(saved, before),
      receipts: draft && after && compareReceipts([saved, before], [draft, after]),
      nudges: draft && after ? findKeptNudges(draft, order, after) : findKeptNudges(saved, order, before),
      near: findNear(saved, { ...question, cart }),
    }
  },

  /** The edited promotion in carts of its own products, priced as the till prices. Null where the rule can't be priced as it stands. */
  examples(question: TillQuestion): ShownExamples | null {
    const { products, facts } = question
    return attempt(() => {
      const { all, others, order, asOf, isFitted } = prepare(question)
      const reaches = reachesOf(question.edited.mechanic)
      const isReached = (product: Product) =>
        reaches.length === 0 || reaches.some((reach) => all.matcherOf(reach)(product, product.regularPrice))
      const reached = products.filter(isReached)
      const middle = reached.toSorted((a, b) => a.regularPrice - b.regularPrice)[Math.floor(reached.length / 2)]
      return {
        asOf,
        isFitted,
        isAsReady: question.edited.state === 'draft',
        examples: computeExamples(question.edited, { all, others, order: { ...order, facts }, products: reached }),
        shown: middle
          ? {
              sku: middle.sku,
              ...computeShownPrice(all, middle, {
                now: order.now,
                channel: order.cart.channel,
                shopper: order.cart.shopper,
                delivery: order.cart.delivery,
                facts,
              }),
            }
          : null,
      }
    })
  },

  /** The limits of the edited promotion, priced for the till's shopper just below, at and above each. */
  edges(question: TillQuestion): EdgePrices {
    const { products, cart: inTill, facts: known, edited } = question
    const [sample] = products
    const none: EdgePrices = {
      asOf: null,
      isFitted: false,
      sample: [],
      moments: [],
      carts: [],
      facts: [],
      shoppers: [],
    }
    if (!sample) return none
    return (
      attempt(() => {
        const { all, others, order: whole, asOf, isFitted } = prepare({ ...question, cart: inTill })
        // What its own limits make of it is shown beside them.
        const { [edited.id]: _own, ...besides } = known
        const order: Order = { ...whole, facts: besides }
        const { cart } = order
        const compare = (changes: Partial<Order>): Compared => {
          const totalsOf = (plan: CompiledPlan) => computeQuote(plan, { ...order, ...changes }).totals
          const [before, after] = [totalsOf(others), totalsOf(all)]
          const saves = after.saved - after.surcharges - (before.saved - before.surcharges)
          return { without: before.grand, with: after.grand, saves }
        }
        const { moments, carts, facts, shoppers } = computeEdges(edited, all, { sku: sample.sku, order })
        const lines = carts.findLast(({ side }) => side === 'at')?.lines ?? [{ sku: sample.sku, quantity: 1 }]
        const one = { ...cart, lines }
        const as = (changes: Partial<Shopper>) => ({ ...one, shopper: { ...(cart.shopper ?? SOMEBODY), ...changes } })
        return {
          asOf,
          isFitted,
          sample: lines,
          moments: moments.map((edge) => ({ ...edge, ...compare({ now: edge.at, cart: one }) })),
          carts: carts.map((edge) => ({ ...edge, ...compare({ cart: { ...cart, lines: edge.lines } }) })),
          facts: facts.map((edge) => ({
            ...edge,
            ...compare({ cart: one, facts: { ...besides, [edited.id]: edge.facts } }),
          })),
          shoppers: shoppers.map((edge) => ({ ...edge, ...compare({ cart: as(edge.shopper) }) })),
        }
      }) ?? none
    )
  },
}

/** The cart and the time at which the till prices it. */
function placeOrder({ cart, edited, isFitted, isMoved, now, delivery }: TillQuestion, plan: CompiledPlan) {
  const live = isMoved ? now : (findLiveMoment(compileSchedule(edited.schedule, plan.store.timeZone), now) ?? now)
  if (!isFitted) return { cart, at: live }
  return { cart: completeDelivery(fitCart(whomItIsFor(edited), cart, plan), listDeliveries(delivery)), at: live }
}

/** The plan with the edited promotion and without it, and the order of someone for whom it is, at a moment at which it runs. */
function prepare({ products, cart: inTill, facts, now, codes, edited: given, delivery }: TillQuestion) {
  // What a draft would do is what one wants to see of it.
  const edited: Promotion = given.state === 'draft' ? { ...given, state: 'ready' } : given
  const [all, others] = [compile(products, edited), compile(products, edited, true)]
  const live = findLiveMoment(compileSchedule(edited.schedule, all.store.timeZone), now) ?? now
  const ways = listDeliveries(delivery)
  const own = completeDelivery(fulfil(edited, inTill, delivery), ways)
  const cart = completeDelivery(fitCart(whomItIsFor(edited), own, all), ways)
  const order: Order = { now: live, cart, facts, codes: { ...codes, ...codesOf(edited) } }
  return {
    all,
    others,
    order,
    asOf: live === now ? null : live,
    isFitted: JSON.stringify(cart) !== JSON.stringify(own),
  }
}

/** Signed in, with nothing known. */
const SOMEBODY: Shopper = { id: '', groups: [], tags: [], orders: 0, spent: 0, bought: [] }

/** Returns the ids of the saved promotions that concern the cart. */
function findNear(saved: CompiledPlan, { products, cart }: TillQuestion): string[] {
  const inCart = products.filter(({ sku }) => cart.lines.some((line) => line.sku === sku))
  const near = inCart.flatMap((product) => [...saved.findPricing(product), ...saved.findOffers(product)])
  const delivery = cart.delivery && inCart.length > 0 ? saved.deliveryOffers : []
  return [...new Set([...near, ...delivery].map(({ promotion }) => promotion.id))]
}

function compareReceipts(saved: readonly [CompiledPlan, Quote], draft: readonly [CompiledPlan, Quote]) {
  const [before, after] = [writeReceipt(...saved), writeReceipt(...draft)]
  return dequal(before, after) ? null : { before, after }
}

export type TillPricing = typeof tillPricing

function getPlan(): PlanAnswer {
  if (!plan) throw new Error('the till has no plan yet')
  return plan
}

/** The plan over these products, with the edited promotion in the place of its own, or without that one. */
function compile(products: readonly Product[], edited: Promotion, isWithout = false): CompiledPlan {
  const key = JSON.stringify([products, isWithout ? edited.id : edited])
  let found = compiled.get(key)
  if (!found) {
    const { store, categories, sets, promotions, partners, gifts } = getPlan()
    const known = new Map([...products, ...gifts].map((product) => [product.sku, product])).values()
    const others = promotions.filter(({ id }) => id !== edited.id)
    const catalogue = { categories, sets, products: [...known] }
    found = compilePlan({ store, catalogue, promotions: isWithout ? others : [...others, edited], partners })
    compiled.set(key, found)
  }
  return found
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
