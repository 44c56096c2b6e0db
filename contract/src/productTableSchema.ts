import {
  LIST_COLUMNS,
  NUMBER_COLUMNS,
  TEXT_COLUMNS,
  type ListColumn,
  type NumberColumn,
  type ProductFilter,
  type TableColumn,
  type TextColumn,
} from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import { PriceCause } from './api.ts'
import {
  choice,
  Count,
  Floor,
  Id,
  MAX_MONEY,
  Money,
  Nullable,
  strict,
  typed,
  Whole,
  momentFields,
} from './basicSchema.ts'
import { ListingSchema, productFields, ProductSchema } from './planSchema.ts'

const Limit = Type.Optional(Type.Integer({ minimum: -MAX_MONEY, maximum: MAX_MONEY }))

const ProductFilterSchema = typed<ProductFilter>()(
  Type.Union([
    Type.Object(
      { column: choice<TextColumn>(...TEXT_COLUMNS), text: Type.String({ minLength: 1, maxLength: 200 }) },
      strict,
    ),
    Type.Object(
      { column: choice<ListColumn>(...LIST_COLUMNS), anyOf: Type.Array(Id, { minItems: 1, maxItems: 500 }) },
      strict,
    ),
    Type.Object(
      { column: choice<NumberColumn>(...NUMBER_COLUMNS), from: Limit, to: Limit },
      { ...strict, minProperties: 2 },
    ),
    Type.Object(
      { column: choice<NumberColumn | ListColumn>(...NUMBER_COLUMNS, ...LIST_COLUMNS), empty: Type.Boolean() },
      strict,
    ),
  ]),
)

export const ProductFilters = Type.Array(ProductFilterSchema, { maxItems: 30 })

const COLUMNS = [...TEXT_COLUMNS, ...LIST_COLUMNS, ...NUMBER_COLUMNS]

/** Filter, sort order and page of products. */
export const TableQuestion = Type.Object(
  {
    ...momentFields,
    filters: ProductFilters,
    order: Nullable(Type.Object({ column: choice<TableColumn>(...COLUMNS), descending: Type.Boolean() }, strict)),
    from: Type.Integer({ minimum: 0, maximum: 10_000_000 }),
    count: Type.Integer({ minimum: 0, maximum: 200 }),
  },
  strict,
)
export type TableQuestion = Static<typeof TableQuestion>

/** A product with what its columns show at a moment under a plan. */
export const TableRow = Type.Object(
  {
    product: ProductSchema,
    regular: Money,
    shelf: Money,
    /** Strike-through price; null: none. */
    struck: Nullable(Money),
    floor: Floor,
    /** Basis points of the price without tax; below 0 under cost. Null where the cost is not known. */
    margin: Nullable(Type.Integer()),
    /** Units sold in the last 30 days. */
    sold: Nullable(Whole),
    /** Days that the stock lasts at that pace. */
    cover: Nullable(Whole),
    /** In tenths of a star. */
    rating: Nullable(Whole),
    reviews: Nullable(Whole),
    reference: Nullable(Money),
    causes: Type.Array(PriceCause),
  },
  strict,
)
export type TableRow = Static<typeof TableRow>

export const TableAnswer = Type.Object({ total: Whole, rows: Type.Array(TableRow) }, strict)
export type TableAnswer = Static<typeof TableAnswer>

/** The SKUs of every product that the filters leave, in catalogue order. */
export const FoundQuestion = Type.Object({ ...momentFields, filters: ProductFilters }, strict)
export type FoundQuestion = Static<typeof FoundQuestion>
export const FoundAnswer = Type.Object({ skus: Type.Array(Id) }, strict)
export type FoundAnswer = Static<typeof FoundAnswer>

/** A new product, or one that was deleted, with what it sold in the last 30 days if that is known. */
export const ProductRequest = Type.Object(
  { product: ProductSchema, listing: Type.Optional(ListingSchema), sold: Type.Optional(Nullable(Count)) },
  strict,
)
export type ProductRequest = Static<typeof ProductRequest>

/** Replacement of a product's fields, based on a catalogue revision. Absent stock and listing: unchanged. */
export const ProductChange = Type.Object(
  {
    product: Type.Object({ ...productFields, stock: Type.Optional(Nullable(Count)) }, strict),
    listing: Type.Optional(ListingSchema),
    revision: Whole,
  },
  strict,
)
export type ProductChange = Static<typeof ProductChange>

/** Tags or families in use whose text holds what is searched for. */
export const LabelsQuery = Type.Object(
  { of: choice('tags', 'families'), search: Type.Optional(Type.String({ maxLength: 200 })) },
  strict,
)
/** Those of most products first, at most 50. */
export const LabelsAnswer = Type.Array(Type.Object({ label: Type.String(), products: Whole }, strict))
export type LabelsAnswer = Static<typeof LabelsAnswer>
