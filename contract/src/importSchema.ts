import { Type, type Static } from '@sinclair/typebox'
import { choice, Id, Money, Nullable, ProblemSchema, strict, Whole } from './basicSchema.ts'

/** Kinds of import files. */
export const IMPORT_KINDS = [
  'products',
  'prices',
  'stock',
  'history',
  'listings',
  'sets',
  'shoppers',
  'orders',
  'promotions',
  'plan',
] as const
export type ImportKind = (typeof IMPORT_KINDS)[number]

export const ImportQuery = Type.Object({ kind: Type.Optional(choice<ImportKind>(...IMPORT_KINDS)) }, strict)

/** All rows, or those without faults. */
export const AcceptRequest = Type.Object({ rows: Type.Optional(choice('all', 'good')) }, strict)

/** How days with slashes are written: 13/2/2027 or 2/13/2027. */
const DAY_ORDER = choice('day-first', 'month-first')
const Column = Type.String({ maxLength: 40 })

/** Column meanings and date format, where the file is ambiguous. */
export const ReadRequest = Type.Object(
  {
    /** Meanings of column headings. Remembered for later files of this kind. */
    heads: Type.Array(
      Type.Object({ head: Type.String({ maxLength: 80 }), /** Null: passed over. */ column: Nullable(Column) }, strict),
      { maxItems: 500 },
    ),
    /** For this file alone. */
    days: Type.Optional(DAY_ORDER),
  },
  strict,
)
export type ReadRequest = Static<typeof ReadRequest>

export const ImportStatus = Type.Object(
  {
    id: Id,
    kind: choice<ImportKind>(...IMPORT_KINDS),
    fileName: Type.String(),
    state: choice('reading', 'ready', 'refused', 'writing', 'done', 'undone', 'failed'),
    /** Share done of what the state is about, 0 to 1. */
    progress: Type.Number({ minimum: 0, maximum: 1 }),
    rows: Whole,
    /** Rows that could be taken. */
    goodRows: Whole,
    added: Whole,
    changed: Whole,
    unchanged: Whole,
    newCategories: Type.Array(Type.String()),
    /** Names of products that the file adds, at most the first 200. */
    newProducts: Type.Array(Type.String()),
    /** Regular prices that the file changes, at most the first 200. */
    priceChanges: Type.Array(Type.Object({ sku: Id, name: Type.String(), before: Money, after: Money }, strict)),
    priceChangeCount: Whole,
    /** Promotions that the file adds or changes, at most the first 200, with the columns of a table that differ from what is there; none for a new one. */
    promotions: Type.Array(
      Type.Object({ name: Type.String(), isNew: Type.Boolean(), columns: Type.Array(Column) }, strict),
    ),
    /** Paths are `row.column`; row 1 is the header. At most the first 500. */
    problems: Type.Array(ProblemSchema),
    problemCount: Whole,
    /** The heads of a table as they stand in the file, with what they are read as (null: nothing) and the first below them. */
    heads: Type.Array(
      Type.Object({ head: Type.String(), column: Nullable(Column), samples: Type.Array(Type.String()) }, strict),
    ),
    /** The columns that such a file may have. */
    columns: Type.Array(Type.Object({ name: Column, isRequired: Type.Boolean() }, strict)),
    /** Days of the file that may be read in two ways, for instance `3/4/2027`, at most the first 3; nobody said in which. */
    unsureDays: Type.Array(Type.String()),
  },
  strict,
)
export type ImportStatus = Static<typeof ImportStatus>
/** Those that can be undone. */
export const ImportsAnswer = Type.Array(ImportStatus)
