import { NO_LISTING } from '../catalogue/index.ts'
import { definitionOf, reachesOf } from '../mechanics/index.ts'
import { fillDisplay, findLiveMoment, type LabelPlace, type Promotion } from '../plan/index.ts'
import { computeSale, createPlainOrder, type CompiledPlan, type CompiledPromotion } from '../pricing/index.ts'
import type { ChannelRules, Facts, PartnerTerms, Product, ProductListing } from '../terms/index.ts'
import { createPublicPricer } from '../time/index.ts'
import {
  countDays,
  dateOf,
  HOUR_MS,
  toInstant,
  toLocal,
  type BasisPoints,
  type Instant,
  type MinorUnits,
} from '../values/index.ts'
import type { ChannelFit, FitFacts, FitRule, FitSeverity, ProductFit, SummedIssue } from './channelFit.ts'
import { computeLeastPrice, computeReductionOf } from './leastPrice.ts'
import { createProductJudge, type LowestPrice } from './productRules.ts'
import { findRulesOn } from './rules.ts'

/** A promotion that is to go to a partner, with all that the partner's rules ask about. */
export interface ChannelQuestion {
  /** The plan with the promotion as it would be submitted. */
  readonly plan: CompiledPlan
  readonly promotion: string
  readonly channel: string
  readonly terms: PartnerTerms
  readonly now: Instant
  /** Of a promotion whose dates are open, the day on which it is likely to start, `YYYY-MM-DD`, as far as known. */
  readonly open: { readonly estimate: string | null } | null
  readonly facts: Facts
  readonly listings: ReadonlyMap<string, ProductListing>
  /** Of counted products. */
  readonly stock: ReadonlyMap<string, number>
  /** In the last 30 days. */
  readonly sold: ReadonlyMap<string, number>
  /** The lowest price before the start, as the rules in force count it; products of which nothing is known may be absent. */
  readonly lowest: ReadonlyMap<string, LowestPrice>
  /** Writes the figures in a title. */
  readonly format: (place: LabelPlace, value: number) => string
}

/** When a promotion is taken to start: at its start, else on the day of its estimate, else now. The rules of that day count. */
export function findStart({
  plan,
  promotion,
  now,
  open,
}: Pick<ChannelQuestion, 'plan' | 'promotion' | 'now' | 'open'>): Instant {
  const { start, zone } = plan.getPromotion(promotion).schedule
  if (open) return open.estimate === null ? now : toInstant(`${open.estimate}T00:00`, zone)
  return Number.isFinite(start) ? start : now
}

/** Whether a promotion fits what a partner asks, product by product. Source: docs/channels.md, "Checks". */
export function checkForChannel(question: ChannelQuestion): ChannelFit {
  const { plan, terms, now, open } = question
  const entry = plan.getPromotion(question.promotion)
  const { schedule, promotion } = entry
  const begins = findStart(question)
  const rules = findRulesOn(terms, dateOf(toLocal(begins, schedule.zone)))?.values ?? {}
  const start = open === null && Number.isFinite(schedule.start) ? schedule.start : null
  const at = findLiveMoment(schedule, Math.max(now, begins)) ?? now
  const priceOf = createUnitPricer(entry, question, at)
  const fit = createFitter(entry, rules, { question, priceOf })
  const products = findProducts(entry, question).map(fit)
  const title = writeTitle(promotion, rules, question.format)
  return {
    start,
    at,
    submitBy: start === null ? null : start - terms.leadHours * HOUR_MS,
    locksAt: start === null ? null : start - terms.lockHours * HOUR_MS,
    isPriced: priceOf !== null,
    title,
    issues: [...judgeWhole(entry, rules, { products: products.length, title, question }), ...sumUp(products)].sort(
      (a, b) => GRAVITY[a.severity] - GRAVITY[b.severity],
    ),
    products,
  }
}

/** The products that a promotion would show in the channel. */
function findProducts(
  { promotion, partners }: CompiledPromotion,
  { plan: { catalogue, matcherOf }, channel }: ChannelQuestion,
): Product[] {
  const [matches, ...others] = reachesOf(promotion.mechanic).map(matcherOf)
  const leftOut = partners.get(channel)
  const isReached = (product: Product) =>
    matches!(product, product.regularPrice) || others.some((one) => one(product, product.regularPrice))
  return catalogue.products.filter((product) => isReached(product) && !leftOut?.has(product.sku))
}

const GRAVITY: Readonly<Record<FitSeverity, number>> = { refused: 0, warned: 1 }

interface UnitPrice {
  readonly regular: MinorUnits
  readonly price: MinorUnits
}

/** Prices of one unit for a guest, a shared code entered; null for an offer whose effect depends on the cart, and for single-use codes. */
function createUnitPricer(
  { phase, promotion: { mechanic, code } }: CompiledPromotion,
  { plan, channel, facts }: ChannelQuestion,
  at: Instant,
): ((product: Product) => UnitPrice) | null {
  if (phase <= 1) return createPublicPricer(plan, at, { channel, facts })
  const definition = definitionOf(mechanic)
  const isOfOne =
    definition.unitRule?.(mechanic)?.units === 1 && definition.needs(mechanic).every(({ units }) => units === 1)
  if (!isOfOne || (code !== null && 'batch' in code)) return null
  const regularOf = createPublicPricer(plan, at, { channel, facts })
  return (product) => {
    const order = createPlainOrder([{ sku: product.sku, quantity: 1 }], { now: at, channel, facts })
    const { quote } = computeSale(plan, { ...order, cart: { ...order.cart, codes: code ? [code.text] : [] } })
    return { regular: regularOf(product).regular, price: quote.lines[0]!.total }
  }
}

interface Fitting {
  readonly question: ChannelQuestion
  readonly priceOf: ((product: Product) => UnitPrice) | null
}

/** Checks any number of products of a promotion. */
function createFitter(
  entry: CompiledPromotion,
  rules: ChannelRules,
  { question, priceOf }: Fitting,
): (product: Product) => ProductFit {
  const { plan, listings, stock, sold, lowest } = question
  const judge = createProductJudge(rules, priceOf !== null)
  const own = percentOfValue(entry.promotion)
  const needs = findNeeds(rules)
  const days = question.open ? 'open' : lengthOf(entry, question.now)
  const gap = priceOf ? rules.leastPriceGap : undefined
  return (product) => {
    const { sku } = product
    const unit = priceOf?.(product) ?? { regular: product.regularPrice, price: product.regularPrice }
    const { regular, price } = unit
    const isLowered = price < regular
    // Rounded so that neither a discount is promised that is not there, nor a least price reported that is too high.
    const reduction = isLowered && needs.reduction ? computeReductionOf(unit, own, Math.floor) : 0
    const leastPrice =
      gap === undefined
        ? null
        : computeLeastPrice(regular, isLowered ? computeReductionOf(unit, own, Math.ceil) : 0, gap)
    const issues = judge({
      product,
      store: plan.store,
      regular,
      price,
      reduction,
      leastPrice,
      // What no rule asks about isn't looked up.
      listing: needs.listing ? (listings.get(sku) ?? NO_LISTING) : NO_LISTING,
      stock: needs.stock ? (stock.get(sku) ?? null) : null,
      sold: needs.stock ? (sold.get(sku) ?? 0) : 0,
      days,
      lowest: needs.lowest ? (lowest.get(sku) ?? null) : null,
      rival: rules.oneAtATime ? findRival(product, entry, question) : null,
    })
    return { sku, regular, price, leastPrice, issues }
  }
}

/** What the rules ask about a product. */
function findNeeds(rules: ChannelRules) {
  const asks = (...named: (keyof ChannelRules)[]) => named.some((rule) => rules[rule] !== undefined)
  return {
    reduction: asks('minReduction', 'showReduction'),
    listing: asks('minRating', 'minReviews', 'atMostOfReference', 'atLeastOfReference'),
    stock: asks('stockDays'),
    lowest: asks('lowestBefore'),
  }
}

/** The percentage that a promotion names, where it is one. */
function percentOfValue({ mechanic, ladder }: Promotion): BasisPoints | null {
  if (ladder) return null
  const [value, ...others] = definitionOf(mechanic).rewards(mechanic)
  return value && others.length === 0 && 'percent' in value ? value.percent : null
}

/** Days from start to end by the store's calendar, begun ones counted whole; from now on without a start; null without an end. */
function lengthOf({ schedule: { start, end, zone } }: CompiledPromotion, now: Instant): number | null {
  if (!Number.isFinite(end) || start === Infinity) return null
  return countDays(toLocal(Number.isFinite(start) ? start : now, zone), toLocal(end, zone))
}

/** Another promotion that goes to the channel and looks at the product while this one does. */
function findRival(product: Product, entry: CompiledPromotion, { plan, channel }: ChannelQuestion): string | null {
  const { start, end } = entry.schedule
  const rival = plan.promotions.find(({ id, promotion, schedule, partners, asksForChannel }) => {
    if (id === entry.id || promotion.state !== 'ready' || schedule.start >= end || schedule.end <= start) return false
    if (!(partners.has(channel) || asksForChannel) || partners.get(channel)?.has(product.sku)) return false
    return reachesOf(promotion.mechanic).some((reach) => plan.matcherOf(reach)(product, product.regularPrice))
  })
  return rival?.id ?? null
}

/** How a promotion is called there: its title for shoppers, else its name, written around the characters that are not allowed. */
function writeTitle(
  promotion: Promotion,
  { titleWithout = '' }: ChannelRules,
  format: ChannelQuestion['format'],
): string {
  const title = fillDisplay(promotion, format)?.title || promotion.name
  return titleWithout.includes('%') ? title.replace(/\s?%/g, ' percent') : title
}

function judgeWhole(
  entry: CompiledPromotion,
  rules: ChannelRules,
  {
    products,
    title,
    question,
  }: { readonly products: number; readonly title: string; readonly question: ChannelQuestion },
): SummedIssue[] {
  const days = lengthOf(entry, question.now)
  const hasLength = question.open === null
  const { kinds, maxProducts, maxDays, usualDays, titleLength, titleWithout = '' } = rules
  const { kind } = entry.promotion.mechanic
  const forbidden = [...new Set(titleWithout.replace(/\s/g, ''))].filter((character) => title.includes(character))
  const found: (readonly [FitRule, FitFacts | null])[] = [
    ['kinds', kinds && !kinds.includes(kind) ? { name: kind } : null],
    [
      'maxProducts',
      maxProducts !== undefined && products > maxProducts ? { limit: maxProducts, found: products } : null,
    ],
    [
      'maxDays',
      hasLength && maxDays !== undefined && (days === null || days > maxDays) ? { limit: maxDays, found: days } : null,
    ],
    [
      'usualDays',
      hasLength && usualDays && (days === null || days < usualDays.from || days > usualDays.to)
        ? { limit: usualDays.from, to: usualDays.to, found: days }
        : null,
    ],
    [
      'titleLength',
      titleLength !== undefined && [...title].length > titleLength
        ? { limit: titleLength, found: [...title].length }
        : null,
    ],
    ['titleWithout', forbidden.length > 0 ? { name: forbidden.join(' ') } : null],
  ]
  return found.flatMap(([rule, facts]) =>
    facts ? [{ rule, severity: rule === 'usualDays' ? 'warned' : 'refused', facts, products: null, sku: null }] : [],
  )
}

/** The issues of products by rule, each with the first product that has it. */
function sumUp(products: readonly ProductFit[]): SummedIssue[] {
  const sums = new Map<FitRule, SummedIssue & { products: number }>()
  for (const { sku, issues } of products) {
    for (const issue of issues) {
      const known = sums.get(issue.rule)
      if (known) known.products++
      else sums.set(issue.rule, { ...issue, products: 1, sku })
    }
  }
  return [...sums.values()]
}
