import { computeFloor } from '../catalogue/index.ts'
import type { Mechanic } from '../mechanics/index.ts'
import type { Product, Reach, Rounding, Store, Value } from '../terms/index.ts'
import { computeMarkdown, roundPrice } from '../units/index.ts'
import {
  createProblem,
  DAY_MS,
  percentOf,
  WHOLE,
  type BasisPoints,
  type Instant,
  type MinorUnits,
  type Problem,
  firstOf,
} from '../values/index.ts'
import { computeMargin } from './margin.ts'

/** Operation on a price. */
export type Operation =
  | { readonly kind: 'percent'; readonly direction: 'down' | 'up'; readonly percent: BasisPoints }
  | { readonly kind: 'amount'; readonly direction: 'down' | 'up'; readonly amount: MinorUnits }
  | { readonly kind: 'price'; readonly price: MinorUnits }

/** Operation on prices from a limit up to the next band's; none below the first. */
export interface OperationBand {
  readonly from: MinorUnits
  readonly operation: Operation
}

/** New prices for many products at once. Source: docs/pricing.md, "Repricing". */
export interface Repricing {
  /** In ascending order; one from 0 on is one operation for all. */
  readonly bands: readonly OperationBand[]
  /** Base price: the regular price, or the current sale price of products that have one. */
  readonly basis: 'regular' | 'sale'
  readonly rounding: Rounding | null
  /** A sale, or a change of the regular prices themselves. */
  readonly target: 'sale' | 'regular'
}

/** Warnings about a new price, most serious first. */
export const ODDITIES = [
  'no-basis',
  'no-band',
  'above-regular',
  'below-cost',
  'below-floor',
  'other-wins',
  'no-change',
  'already-reduced',
  'too-long',
  'not-struck',
  'short-stock',
] as const
export type Oddity = (typeof ODDITIES)[number]

/** A product as it stands before it is repriced. */
export interface RepriceInput {
  readonly product: Product
  readonly regular: MinorUnits
  /** The shelf price that holds now. */
  readonly shelf: MinorUnits
  /** The lowest price of the days before the sale begins; null where nothing is known of them. */
  readonly prior: MinorUnits | null
  /** When the reduction began that the sale would go on with; null where it begins by itself. */
  readonly reducedSince: Instant | null
  /** Units that it is expected to sell while the sale lasts; null where that is not known. */
  readonly expected: number | null
}

interface RepricedPrice {
  readonly sku: string
  readonly regular: MinorUnits
  /** The price that is replaced: the shelf price, or the regular one. */
  readonly before: MinorUnits
  /** Null where nothing is done. */
  readonly after: MinorUnits | null
}

export interface Repriced extends RepricedPrice {
  readonly product: Product
  readonly margin: BasisPoints | null
  readonly struck: MinorUnits | null
  readonly oddities: readonly Oddity[]
}

interface RepriceFrame {
  readonly store: Store
  /** When the sale begins and ends; no end is `Infinity`. */
  readonly from: Instant
  readonly until: Instant
}

/** As many products as a rule names rather than listing prices. */
export const NAMED_IN_A_REACH = 5000

/** How long a reduction may last, unless the store says otherwise. */
export const LONGEST_SALE_DAYS = 90

/** Problems of a repricing. Paths are relative to it. */
export function checkRepricing({ bands, rounding }: Repricing): Problem[] {
  const problems = bands.flatMap(({ from, operation }, index) => {
    const previous = bands[index - 1]
    const path = `bands.${index}`
    const found: Problem[] = []
    if (previous && from <= previous.from)
      found.push(createProblem('not-ascending', `${path}.from`, { given: from, after: previous.from, isMoney: true }))
    if (
      operation.kind === 'percent' &&
      (operation.percent < 1 || (operation.direction === 'down' && operation.percent > WHOLE))
    )
      found.push(createProblem('percent-range', `${path}.operation.percent`, { given: operation.percent }))
    if (operation.kind === 'amount' && operation.amount < 1)
      found.push(createProblem('amount-zero', `${path}.operation.amount`, { given: operation.amount }))
    return found
  })
  const { step, ending = 0 } = rounding ?? { step: 1 }
  if (ending >= step) problems.push(createProblem('ending-too-large', 'rounding.ending', { ending, step }))
  return problems
}

/** The new price of each product, in the order given. */
export function computeRepricing(
  inputs: readonly RepriceInput[],
  repricing: Repricing,
  frame: RepriceFrame,
): Repriced[] {
  const bands = repricing.bands.map(({ from, operation }) => ({ from, operation, value: toValue(operation) }))
  const ready = { ...repricing, bands }
  return inputs.map((input) => reprice(input, ready, frame))
}

/** A band with its operation as a promotion's value, worked out once. */
interface ReadyBand extends OperationBand {
  readonly value: Value | null
}

type ReadyRepricing = Omit<Repricing, 'bands'> & { readonly bands: readonly ReadyBand[] }

function reprice(input: RepriceInput, repricing: ReadyRepricing, { store, from, until }: RepriceFrame): Repriced {
  const { product, regular, shelf, prior } = input
  const { sku } = product
  const isSale = repricing.target === 'sale'
  const before = isSale ? shelf : regular
  const isReduced = shelf < regular
  const basis = repricing.basis === 'regular' ? regular : isReduced ? shelf : null
  const band = basis === null ? undefined : findBand(repricing.bands, basis)
  if (basis === null || band === undefined) {
    const oddities = listOddities(BIT[basis === null ? 'no-basis' : 'no-band'])
    return { sku, product, regular, before, after: null, margin: null, struck: null, oddities }
  }
  const floor = computeFloor(product, store)
  const reckoned = reckon(band, basis, { rounding: repricing.rounding, floor: isSale ? floor : 0 })
  // What is computed from a sale price is cut from the regular one, as the shop would.
  const after = isSale && reckoned.price < floor ? Math.max(reckoned.price, Math.min(floor, regular)) : reckoned.price
  const margin = computeMargin(product, after, store)
  const struck = isSale && prior !== null && after < regular ? strike(after, Math.min(regular, prior)) : null
  let odd = 0
  if (isSale && after >= regular) odd |= BIT['above-regular']
  if (margin !== null && margin < 0) odd |= BIT['below-cost']
  if (reckoned.isCut || reckoned.price < floor) odd |= BIT['below-floor']
  if (after === before) odd |= BIT['no-change']
  if (isSale) {
    if (isReduced) odd |= BIT['already-reduced']
    const longest = (store.longestSaleDays ?? LONGEST_SALE_DAYS) * DAY_MS
    if (until - (input.reducedSince ?? from) > longest) odd |= BIT['too-long']
    if (after < regular && (struck === null || struck < regular)) odd |= BIT['not-struck']
    if (input.expected !== null && product.stock !== null && input.expected > product.stock) odd |= BIT['short-stock']
  }
  return { sku, product, regular, before, after, margin, struck, oddities: listOddities(odd) }
}

const BIT = Object.fromEntries(ODDITIES.map((oddity, at) => [oddity, 1 << at])) as Record<Oddity, number>
const lists = new Map<number, readonly Oddity[]>()

/** Rows with the same oddities share their list: there are few kinds of rows, and many rows. */
function listOddities(bits: number): readonly Oddity[] {
  let list = lists.get(bits)
  if (!list) lists.set(bits, (list = ODDITIES.filter((oddity) => bits & BIT[oddity])))
  return list
}

const strike = (price: MinorUnits, highest: MinorUnits) => (highest > price ? highest : null)

function findBand(bands: readonly ReadyBand[], basis: MinorUnits): ReadyBand | undefined {
  for (let at = bands.length - 1; at >= 0; at--) if (bands[at]!.from <= basis) return bands[at]
  return undefined
}

/**
 * A price raised, lowered or replaced, rounded, and not lowered past a floor; never below 0. A rounding that would undo the change is left
 * out.
 */
function reckon(
  { operation, value }: Omit<ReadyBand, 'from'>,
  basis: MinorUnits,
  { rounding, floor }: { readonly rounding: Rounding | null; readonly floor: MinorUnits },
): { readonly price: MinorUnits; readonly isCut: boolean } {
  if (value && !('price' in value && value.price > basis)) {
    const unit = { regular: basis, current: basis, floor }
    const { amount, cutByFloor } = computeMarkdown(value, rounding ?? undefined, unit)
    return { price: basis - amount, isCut: cutByFloor }
  }
  const raised = raise(operation, basis)
  const rounded = rounding ? roundPrice(raised, rounding) : raised
  return { price: rounded > basis ? rounded : raised, isCut: false }
}

/** Price after an operation, rounded, without a floor. */
export function applyOperation(operation: Operation, basis: MinorUnits, rounding: Rounding | null): MinorUnits {
  return reckon({ operation, value: toValue(operation) }, basis, { rounding, floor: 0 }).price
}

function raise(operation: Operation, basis: MinorUnits): MinorUnits {
  if (operation.kind === 'price') return operation.price
  return basis + (operation.kind === 'percent' ? percentOf(basis, operation.percent) : operation.amount)
}

/** The operation as a promotion's value; null where it raises, which no promotion does. */
function toValue(operation: Operation): Value | null {
  if (operation.kind === 'price') return { price: operation.price }
  if (operation.direction === 'up') return null
  return operation.kind === 'percent'
    ? { percent: operation.percent, of: 'regular' }
    : { amount: operation.amount, per: 'unit' }
}

/** Those with something odd about them first, the gravest before the others; else as they came. */
export function sortOddFirst<R extends Repriced>(rows: readonly R[]): R[] {
  const groups = new Map<Oddity, R[]>(ODDITIES.map((oddity) => [oddity, []]))
  const plain: R[] = []
  for (const row of rows) {
    if (row.oddities.length === 0) plain.push(row)
    else groups.get(firstOf(row.oddities))!.push(row)
  }
  return [...[...groups.values()].flat(), ...plain]
}

/** The products whose price would really change, with the new price. */
export function findAccepted(rows: readonly RepricedPrice[], target: Repricing['target']): Map<string, MinorUnits> {
  const prices = new Map<string, MinorUnits>()
  for (const { sku, regular, before, after } of rows) {
    if (after === null) continue
    if (target === 'sale' ? after < regular : after !== before) prices.set(sku, after)
  }
  return prices
}

/**
 * The mechanic that makes the accepted prices true. A sale computed from regular prices is a rule for `reach`, or for the products by name;
 * everything else lists its prices.
 */
export function toMechanic(
  { bands, basis, rounding, target }: Repricing,
  accepted: ReadonlyMap<string, MinorUnits>,
  reach: Reach | null,
): Mechanic {
  const prices = Object.fromEntries(accepted)
  const named = accepted.size <= NAMED_IN_A_REACH ? { skus: [...accepted.keys()] } : null
  const where = reach ?? named
  if (target === 'regular') return { kind: 'price-steps', reach: {}, prices }
  const values = bands.map(({ operation }) => toValue(operation))
  if (where === null || basis === 'sale' || values.includes(null)) return { kind: 'markdown', reach: {}, prices }
  const rounded = rounding ? { rounding } : {}
  const [band, ...others] = bands
  const [value] = values
  if (band?.from === 0 && others.length === 0 && value) return { kind: 'markdown', reach: where, value, ...rounded }
  return {
    kind: 'markdown',
    reach: where,
    bands: bands.map(({ from }, index) => ({ from, value: values[index]! })),
    ...rounded,
  }
}
