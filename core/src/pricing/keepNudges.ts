import { definitionOf, type Offering } from '../mechanics/index.ts'
import type { CartLine, Order, Product, Reach } from '../terms/index.ts'
import type { MinorUnits } from '../values/index.ts'
import type { CompiledPlan } from './compilePlan.ts'
import { computeQuote } from './computeQuote.ts'
import { findNudges, findOutcome } from './lazyQuote.ts'
import type { Nudge, PromotionOutcome, Quote } from './quote.ts'

/** A nudge that was tried, with what was put into the cart for it. */
export interface KeptNudge extends Nudge {
  readonly add: readonly CartLine[]
}

const MOST_TRIES = 8
const PRODUCTS_A_REACH = 3

/**
 * Those nudges of a quote whose promise the till would keep: with so much more of a product that is named, the promotion applies with all that it
 * offers, and the shopper saves more than before. Only those that are wanted are tried: each costs as much as the quote. Of the products that would do, one of the cart first, then the cheapest; for money, then the one whose price is next above what is missing.
 */
export function findKeptNudges(
  plan: CompiledPlan,
  order: Order,
  quote: Quote,
  isWanted: (nudge: Nudge) => boolean = () => true,
): KeptNudge[] {
  return quote.nudges.filter(isWanted).flatMap((nudge) => {
    const add = findKeepers({ plan, order, quote }, nudge).find((lines) => isKept({ plan, order, quote, nudge }, lines))
    return add ? [{ ...nudge, add }] : []
  })
}

interface Promised extends Priced {
  readonly nudge: Nudge
}

function isKept({ plan, order, quote, nudge }: Promised, lines: readonly CartLine[]): boolean {
  const after = computeQuote(plan, withMore(order, lines))
  if (after.totals.saved <= quote.totals.saved) return false
  const outcome = findOutcome(after, nudge.promotion)
  if (!isWhole(outcome) || outcome.amount <= findOutcome(quote, nudge.promotion).amount) return false
  // A tier that is still as far ahead was not reached; another group of units may be further away from it.
  const { mechanic } = plan.getPromotion(nudge.promotion).promotion
  const isAhead = (one: Nudge) => isAsFar(one, nudge)
  return !(definitionOf(mechanic).tiers && findNudges(after, nudge.promotion).some(isAhead))
}

function isAsFar(one: Nudge, other: Nudge): boolean {
  if (JSON.stringify(one.reward) !== JSON.stringify(other.reward)) return false
  const missing = ({ missingUnits, missingAmount }: Nudge) => missingUnits ?? missingAmount ?? 0
  return missing(one) <= missing(other)
}

/** Applied, and nothing of it held back by floor or cap. */
export function isWhole({ outcome, facts }: PromotionOutcome): boolean {
  return outcome === 'applied' && Object.keys(facts).length === 0
}

function withMore(order: Order, more: readonly CartLine[]): Order {
  const lines = [...order.cart.lines]
  for (const { sku, quantity } of more) {
    const at = lines.findIndex((line) => line.sku === sku)
    if (at < 0) lines.push({ sku, quantity })
    else lines[at] = { sku, quantity: lines[at]!.quantity + quantity }
  }
  return { ...order, cart: { ...order.cart, lines } }
}

/** Products that could be added to the cart, most likely first. */
function findKeepers({ plan, order, quote }: Priced, nudge: Nudge): CartLine[][] {
  const { mechanic } = plan.getPromotion(nudge.promotion).promotion
  const { missingUnits, missingAmount = 0 } = nudge
  const definition = definitionOf(mechanic)
  const offering = createOffering({ plan, order })
  const { reach } = definition.needs(mechanic)[0]!
  const candidates = offering.findCandidates(reach)
  const keepers =
    missingUnits === undefined
      ? fillMoney([...pricesInCart(quote, candidates), ...findNearest(plan, reach, missingAmount)], missingAmount)
      : (definition.fill?.(mechanic, missingUnits, offering) ??
        candidates.map(({ sku }) => [{ sku, quantity: missingUnits }]))
  const inCart = (sku: string) => order.cart.lines.find((line) => line.sku === sku)?.quantity ?? 0
  const stockOf = (sku: string) => {
    const live = order.stock?.[sku]
    return live === undefined ? plan.getProduct(sku).stock : live
  }
  const inStock = ({ sku, quantity }: CartLine) => inCart(sku) + quantity <= (stockOf(sku) ?? Infinity)
  return keepers.filter((lines) => lines.every(inStock)).slice(0, MOST_TRIES)
}

interface Price {
  readonly sku: string
  readonly price: MinorUnits
}

/** More units of one product than that nobody is told to buy. */
const MOST_OF_ONE = 12

/** As many as come to so much; one more, and twice as many, where what is there is reduced. */
function fillMoney(prices: readonly Price[], money: MinorUnits): CartLine[][] {
  return prices.flatMap(({ sku, price }) => {
    const enough = Math.max(1, Math.ceil(money / Math.max(1, price)))
    return [enough, enough + 1, enough * 2].flatMap((quantity) => (quantity > MOST_OF_ONE ? [] : [[{ sku, quantity }]]))
  })
}

/** Unit prices of the cart's products before cart offers. */
function pricesInCart({ lines }: Quote, products: readonly Product[]): Price[] {
  return products.flatMap(({ sku }) => {
    const line = lines.find((one) => one.sku === sku && !one.gift)
    return line ? [{ sku, price: Math.round(line.shelf / line.quantity) }] : []
  })
}

interface Scope {
  readonly plan: CompiledPlan
  readonly order: Order
}

interface Priced extends Scope {
  readonly quote: Quote
}

function createOffering(scope: Scope): Offering {
  return {
    findCandidates: (reach) => findCandidates(scope, reach),
    countIn(reach) {
      const matches = scope.plan.matcherOf(reach)
      return scope.order.cart.lines.reduce((sum, { sku, quantity }) => {
        const product = scope.plan.getProduct(sku)
        return sum + (matches(product, product.regularPrice) ? quantity : 0)
      }, 0)
    },
  }
}

/** Those of the cart in a reach, the most units first, then the cheapest of the catalogue. */
function findCandidates({ plan, order }: Scope, reach: Reach): Product[] {
  const matches = plan.matcherOf(reach)
  const inCart = order.cart.lines
    .toSorted((a, b) => b.quantity - a.quantity)
    .map(({ sku }) => plan.getProduct(sku))
    .filter((product) => matches(product, product.regularPrice))
  const [cheapest] = sortByPrice(plan, reach)
  return [...new Set([...inCart.slice(0, PRODUCTS_A_REACH), ...(cheapest ? [cheapest] : [])])]
}

const BY_PRICE = new WeakMap<CompiledPlan, Map<string, readonly Product[]>>()

/** The products of a reach that cost anything, the cheapest first; of equal ones the first of the catalogue. */
function sortByPrice(plan: CompiledPlan, reach: Reach): readonly Product[] {
  let known = BY_PRICE.get(plan)
  if (!known) BY_PRICE.set(plan, (known = new Map()))
  const key = JSON.stringify(reach)
  let sorted = known.get(key)
  if (!sorted) {
    const matches = plan.matcherOf(reach)
    sorted = plan.catalogue.products
      .filter((product) => product.regularPrice > 0 && matches(product, product.regularPrice))
      .sort((a, b) => a.regularPrice - b.regularPrice)
    known.set(key, sorted)
  }
  return sorted
}

/** Of the products of a reach those of which one unit comes to so much, the cheapest first; where none does, the most expensive. */
function findNearest(plan: CompiledPlan, reach: Reach, money: MinorUnits): Price[] {
  const sorted = sortByPrice(plan, reach)
  const enough = sorted.findIndex(({ regularPrice }) => regularPrice >= money)
  const nearest =
    enough < 0 ? sorted.slice(-PRODUCTS_A_REACH).reverse() : sorted.slice(enough, enough + PRODUCTS_A_REACH)
  return nearest.map(({ sku, regularPrice }) => ({ sku, price: regularPrice }))
}
