import { Type, type Static } from '@sinclair/typebox'
import { choice, Id, Money, ProblemSchema, strict, Whole } from './basicSchema.ts'

/** What a file that is brought in may hold. */
export const IMPORT_KINDS = ['products', 'prices', 'stock', 'history', 'sets', 'shoppers', 'orders', 'plan'] as const
export type ImportKind = (typeof IMPORT_KINDS)[number]

export const ImportQuery = Type.Object({ kind: Type.Optional(choice<ImportKind>(...IMPORT_KINDS)) }, strict)

/** All rows, or those without faults. */
export const AcceptRequest = Type.Object({ rows: Type.Optional(choice('all', 'good')) }, strict)

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
    /** Regular prices that the file changes, at most the first 200. */
    priceChanges: Type.Array(Type.Object({ sku: Id, name: Type.String(), before: Money, after: Money }, strict)),
    priceChangeCount: Whole,
    /** Paths are `row.column`; row 1 is the header. At most the first 500. */
    problems: Type.Array(ProblemSchema),
    problemCount: Whole,
  },
  strict,
)
export type ImportStatus = Static<typeof ImportStatus>
/** Those that can be undone. */
export const ImportsAnswer = Type.Array(ImportStatus)
