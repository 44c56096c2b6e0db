import type { Instant, Problem } from '@novalex/core'
import type { Connection } from '../../platform/db/openDatabase.ts'
import type { ParsedTable, ProgressHearer, ReadingOptions } from '../../platform/files/parseTableFile.ts'
import type { ImportPreview } from '../../data/imports/index.ts'

/** Rows that could be read, with what there is to compare them with. */
export interface ImportInput<R> {
  readonly rows: readonly R[]
  readonly columns: readonly string[]
  readonly at: Instant
  /** Who uploaded the file. */
  readonly by: string
}

/** Problems by row index. */
export interface RowProblem {
  readonly index: number
  readonly problem: Problem
}

export interface UndoScope {
  readonly at: Instant
  readonly by: string
  readonly fileName: string
}

/** How a kind of file is read, compared with what is there, written, and undone. `B` is what undoing needs, as plain data. */
export interface ImportWork<R, B> {
  /** Whether it belongs to the plan or to the catalogue, whose revision it counts up. */
  readonly belongsTo: 'plan' | 'catalogue'
  read(file: Uint8Array, options: ReadingOptions): Promise<ParsedTable<string, R>>
  /** Problems of rows against existing data; absent if there can be none. */
  check?(connection: Connection, input: ImportInput<R>): Promise<RowProblem[]>
  /** Summary of the changes that valid rows would make. */
  preview(connection: Connection, input: ImportInput<R>): Promise<Partial<ImportPreview>>
  /** Of rows without problems. Tells what was there before. */
  write(transaction: Connection, input: ImportInput<R>, onProgress: ProgressHearer): Promise<B>
  /** Puts back what was there before; nothing else of this plan or catalogue was changed since. */
  undo(transaction: Connection, before: B, scope: UndoScope): Promise<void>
}
