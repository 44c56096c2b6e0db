import type { ImportKind, ReadRequest } from '@novalex/contract'
import { normalizeHead } from '@novalex/core'
import type { Connection } from '../../platform/db/openDatabase.ts'
import type { FileReading } from '../../platform/files/parseTableFile.ts'

type Heads = [head: string, column: string | null][]

/** A kind of file never has more heads; of those that were said, the last are kept. */
const KEPT_HEADS = 500

/** Column meanings confirmed in earlier imports of this kind. */
export async function recallReading(connection: Connection, kind: ImportKind): Promise<string> {
  return JSON.stringify({ heads: await listHeads(connection, kind) })
}

/** How an import is read, from what it keeps. */
export function parseReading(kept: string | null): FileReading {
  const { heads, days }: { heads?: Heads; days?: FileReading['days'] } = JSON.parse(kept ?? '{}')
  return { heads: new Map(heads), days: days ?? null }
}

/** Has an import read as is said; what its heads mean is kept for files of its kind that come later. */
export async function writeReading(
  transaction: Connection,
  { id, kind }: { readonly id: string; readonly kind: ImportKind },
  { heads, days }: ReadRequest,
): Promise<void> {
  const known = new Map(await listHeads(transaction, kind))
  for (const { head, column } of heads) {
    const name = normalizeHead(head)
    known.delete(name)
    if (column !== name) known.set(name, column)
  }
  const kept = [...known].slice(-KEPT_HEADS)
  await transaction('imports')
    .where({ id })
    .update({ reading: JSON.stringify({ heads: kept, days }) })
  await transaction('import_heads')
    .insert({ kind, heads: JSON.stringify(kept) })
    .onConflict('kind')
    .merge()
}

async function listHeads(connection: Connection, kind: ImportKind): Promise<Heads> {
  const row = await connection<{ kind: ImportKind; heads: string }>('import_heads').where({ kind }).first()
  return row ? JSON.parse(row.heads) : []
}
