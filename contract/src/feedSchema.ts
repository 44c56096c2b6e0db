import type { FeedColumn, FeedDoubt, FeedField } from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import { choice, Id, InstantText, Money, Name, Nullable, SEEN, strict, typed, Version, Whole } from './basicSchema.ts'

export const FEED_FIELDS = [
  'sku',
  'name',
  'link',
  'availability',
  'price',
  'salePrice',
  'salePeriod',
  'saleFrom',
  'saleUntil',
  'currentPrice',
  'categories',
  'family',
  'tags',
  'stock',
  'rating',
  'reviews',
  'referencePrice',
  'occasion',
  'text',
] as const satisfies readonly FeedField[]

export const FEED_FORMATS = ['csv', 'tsv', 'json', 'jsonld'] as const
export type FeedFormat = (typeof FEED_FORMATS)[number]

const ConversionSchema = Type.Object(
  {
    currency: Type.String({ pattern: '^[A-Z]{3}$' }),
    /** In millionths. */
    rate: Type.Integer({ minimum: 1, maximum: 1_000_000_000_000 }),
    on: Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}$' }),
  },
  strict,
)

const ColumnSchema = typed<FeedColumn>()(
  Type.Object(
    {
      name: Type.String({ minLength: 1, maxLength: 60, pattern: SEEN }),
      field: choice<FeedField>(...FEED_FIELDS),
      currency: Type.Optional(choice('none', 'before', 'after')),
      decimal: Type.Optional(choice('point', 'comma')),
      date: Type.Optional(choice('iso', 'day')),
      availability: Type.Optional(choice('words', 'schema')),
      text: Type.Optional(Type.String({ maxLength: 200, pattern: `^$|${SEEN}` })),
      convert: Type.Optional(ConversionSchema),
    },
    strict,
  ),
)

const content = {
  channel: Id,
  format: choice<FeedFormat>(...FEED_FORMATS),
  /** Reduced prices that begin within so many days are told ahead. */
  daysAhead: Type.Integer({ minimum: 0, maximum: 90 }),
  /** Address of a product's page, with `{sku}` in it; null: the page of the shop that ships. */
  link: Nullable(Type.String({ maxLength: 500, pattern: '^https?://\\S*\\{sku\\}\\S*$' })),
  /** JSON-LD has the vocabulary of schema.org in their place. */
  columns: Type.Array(ColumnSchema, { minItems: 1, maxItems: 40 }),
}

export const FeedDraft = Type.Object({ name: Name, ...content }, strict)
export type FeedDraft = Static<typeof FeedDraft>
export const FeedUpdate = Type.Object({ name: Name, ...content, version: Version }, strict)
export type FeedUpdate = Static<typeof FeedUpdate>

/** A table of a channel's products with their prices, which others fetch. */
export const FeedRecord = Type.Object({ id: Id, name: Name, ...content, version: Version }, strict)
export type FeedRecord = Static<typeof FeedRecord>

export const FeedsAnswer = Type.Array(
  Type.Object(
    {
      feed: FeedRecord,
      /** Addresses that are not revoked. */
      addresses: Whole,
      lastFetchedAt: Nullable(InstantText),
    },
    strict,
  ),
)
export type FeedsAnswer = Static<typeof FeedsAnswer>

/** The only time that an address is told. */
export const FeedAddress = Type.Object({ url: Type.String() }, strict)

export const FeedFileQuery = Type.Object({ token: Type.String({ minLength: 1, maxLength: 200 }) }, strict)

export const FeedPreviewRequest = Type.Object(
  {
    feed: FeedDraft,
    search: Type.Optional(Type.String({ maxLength: 200 })),
    /** Only products with a reduced price. */
    onlySale: Type.Optional(Type.Boolean()),
    page: Type.Optional(Type.Integer({ minimum: 1, maximum: 1_000_000 })),
  },
  strict,
)
export type FeedPreviewRequest = Static<typeof FeedPreviewRequest>

const DoubtSchema = typed<FeedDoubt>()(
  Type.Union([
    Type.Object({ doubt: Type.Literal('too-long'), days: Whole, most: Whole }, strict),
    Type.Object({ doubt: Type.Literal('unlike-shop'), here: Money, shop: Money }, strict),
    Type.Object({ doubt: Type.Literal('no-period'), price: Money }, strict),
  ]),
)

/** Rows of a feed as they would be fetched now, with what is odd about each. */
export const FeedPreview = Type.Object(
  {
    rows: Type.Array(
      Type.Object({ sku: Id, cells: Type.Array(Type.String()), doubts: Type.Array(DoubtSchema) }, strict),
    ),
    /** All that match. */
    total: Whole,
  },
  strict,
)
export type FeedPreview = Static<typeof FeedPreview>
