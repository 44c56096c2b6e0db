import type { MinorUnits, Oddity, Operation, ProductPick, Repricing } from '@novalex/core'
import { ODDITIES } from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import { ErrorAnswer } from './api.ts'
import {
  choice,
  Id,
  InstantText,
  LocalDateTimeText,
  MAX_MONEY,
  Money,
  Nullable,
  strict,
  tagged,
  typed,
  Version,
  Whole,
} from './basicSchema.ts'
import { TEXT_LIMITS } from './limits.ts'
import { RoundingSchema } from './mechanics/shared.ts'
import { ProductFilters } from './productTableSchema.ts'

/** Products by hand, or whatever filters leave at a moment of the working plan. */
const ProductPickSchema = typed<ProductPick>()(
  Type.Union([
    Type.Object({ skus: Type.Array(Id, { minItems: 1, maxItems: TEXT_LIMITS.priced, uniqueItems: true }) }, strict),
    Type.Object({ filters: ProductFilters }, strict),
  ]),
)

const Direction = choice('down', 'up')

const OperationSchema = tagged<Operation>('kind', [
  Type.Object(
    { kind: Type.Literal('percent'), direction: Direction, percent: Type.Integer({ minimum: 1, maximum: 100_000 }) },
    strict,
  ),
  Type.Object(
    {
      kind: Type.Literal('amount'),
      direction: Direction,
      amount: typed<MinorUnits>()(Type.Integer({ minimum: 1, maximum: MAX_MONEY })),
    },
    strict,
  ),
  Type.Object({ kind: Type.Literal('price'), price: Money }, strict),
])

const RepricingSchema = typed<Repricing>()(
  Type.Object(
    {
      bands: Type.Array(Type.Object({ from: Money, operation: OperationSchema }, strict), {
        minItems: 1,
        maxItems: 50,
      }),
      basis: choice('regular', 'sale'),
      rounding: Nullable(RoundingSchema),
      target: choice('sale', 'regular'),
    },
    strict,
  ),
)

/** Repricing preview. Current prices are those at `at`. */
export const RepriceQuestion = Type.Object(
  {
    pick: ProductPickSchema,
    at: InstantText,
    repricing: RepricingSchema,
    start: LocalDateTimeText,
    /** Null: no end. A change of regular prices has none. */
    end: Nullable(LocalDateTimeText),
  },
  strict,
)
export type RepriceQuestion = Static<typeof RepriceQuestion>

export const RepricedRow = Type.Object(
  {
    sku: Id,
    name: Type.String(),
    regular: Money,
    before: Money,
    after: Nullable(Money),
    /** Resulting price, if other promotions also apply. */
    then: Nullable(Money),
    margin: Nullable(Type.Integer()),
    struck: Nullable(Money),
    odd: Type.Array(choice<Oddity>(...ODDITIES)),
  },
  strict,
)
export type RepricedRow = Static<typeof RepricedRow>

/** Odd ones first. */
export const RepriceAnswer = Type.Object({ rows: Type.Array(RepricedRow) }, strict)
export type RepriceAnswer = Static<typeof RepriceAnswer>

/** A line of the answer, which comes in pieces: how far it is, then what was found or what went wrong. */
export const RepriceLine = Type.Union([
  /** The place in the queue of who asks, whose other heavy questions are under way. */
  Type.Object({ waiting: Version }, strict),
  Type.Object({ progress: Type.Number() }, strict),
  Type.Object({ answer: RepriceAnswer }, strict),
  ErrorAnswer,
])
export type RepriceLine = Static<typeof RepriceLine>

export const SalePriceRemovalRequest = Type.Object({ pick: ProductPickSchema, at: InstantText }, strict)
export type SalePriceRemovalRequest = Static<typeof SalePriceRemovalRequest>

/** Names the revisions that were looked at. */
export const SalePriceRemovalRun = Type.Object(
  { ...SalePriceRemovalRequest.properties, planRevision: Whole, catalogueRevision: Whole },
  strict,
)
export type SalePriceRemovalRun = Static<typeof SalePriceRemovalRun>

/** The sales that hold the prices of the products now, and what becomes of each. */
export const SalePriceRemovalAnswer = Type.Object(
  {
    planRevision: Whole,
    catalogueRevision: Whole,
    products: Type.Integer({ minimum: 0 }),
    sales: Type.Array(
      Type.Object(
        {
          id: Id,
          name: Type.String(),
          /** How many of the products it lowers now. */
          products: Type.Integer({ minimum: 1 }),
          stops: Type.Boolean(),
        },
        strict,
      ),
    ),
  },
  strict,
)
export type SalePriceRemovalAnswer = Static<typeof SalePriceRemovalAnswer>
