import type { ImportKind, ImportStatus } from '@novalex/contract'
import type { Connection } from '../db/openDatabase.ts'

export type ImportState = ImportStatus['state']
/** What was read from the file so far; the rest of the status has columns of its own. */
export type ImportPreview = Omit<ImportStatus, 'id' | 'kind' | 'fileName' | 'state' | 'progress'>

export interface ImportRecord {
  readonly status: ImportStatus
  readonly createdBy: string
  /** The catalogue that the preview was compared with. */
  readonly catalogueRevision: number | null
}

interface ImportRow {
  id: string
  kind: ImportKind
  file_name: string
  created_at: Date
  created_by: string
  state: ImportState
  progress: number
  catalogue_revision: number | null
  preview: string
  file: Buffer
}

export const EMPTY_PREVIEW: ImportPreview = {
  rows: 0,
  added: 0,
  changed: 0,
  unchanged: 0,
  newCategories: [],
  priceChanges: [],
  priceChangeCount: 0,
  problems: [],
  problemCount: 0,
}

const KEPT_IMPORTS = 20

export async function insertImport(
  connection: Connection,
  created: { id: string; kind: ImportKind; fileName: string; by: string; at: number; file: Buffer },
): Promise<void> {
  await connection('imports').insert({
    id: created.id,
    kind: created.kind,
    file_name: created.fileName,
    created_at: new Date(created.at),
    created_by: created.by,
    state: 'reading',
    progress: 0,
    preview: JSON.stringify(EMPTY_PREVIEW),
    file: created.file,
  })
  const old = await connection('imports').select('id').orderBy('created_at', 'desc').offset(KEPT_IMPORTS).limit(100)
  const ids = old.map(({ id }: { id: string }) => id)
  await connection('imports').whereIn('id', ids).whereNotIn('state', ['reading', 'writing']).delete()
}

export async function findImport(connection: Connection, id: string): Promise<ImportRecord | undefined> {
  const row = await connection<ImportRow>('imports')
    .select('id', 'kind', 'file_name', 'created_by', 'state', 'progress', 'catalogue_revision', 'preview')
    .where({ id })
    .first()
  if (!row) return undefined
  const preview = JSON.parse(row.preview) as ImportPreview
  return {
    status: { id, kind: row.kind, fileName: row.file_name, state: row.state, progress: row.progress, ...preview },
    createdBy: row.created_by,
    catalogueRevision: row.catalogue_revision,
  }
}

export async function getImportFile(connection: Connection, id: string): Promise<{ file: Buffer; kind: ImportKind }> {
  const row = await connection<ImportRow>('imports').select('file', 'kind').where({ id }).first()
  if (!row) throw new Error(`no such import: ${id}`)
  return row
}

/** Moves an import on only if it still is in the state given; tells whether it was. */
export async function moveImport(
  connection: Connection,
  id: string,
  { from, to }: { from: ImportState; to: ImportState },
): Promise<boolean> {
  const moved = await connection('imports').where({ id, state: from }).update({ state: to, progress: 0 })
  return moved === 1
}

export async function updateImport(
  connection: Connection,
  id: string,
  changes: { state?: ImportState; progress?: number; catalogueRevision?: number; preview?: ImportPreview },
): Promise<void> {
  const { state, progress, catalogueRevision, preview } = changes
  await connection('imports')
    .where({ id })
    .update({
      ...(state === undefined ? {} : { state }),
      ...(progress === undefined ? {} : { progress }),
      ...(catalogueRevision === undefined ? {} : { catalogue_revision: catalogueRevision }),
      ...(preview === undefined ? {} : { preview: JSON.stringify(preview) }),
    })
}

export async function deleteImport(connection: Connection, id: string): Promise<boolean> {
  return (await connection('imports').where({ id }).whereNot({ state: 'writing' }).delete()) > 0
}

/** After a start: what an earlier process was busy with will never end. Nothing of it was written. */
export async function failInterruptedImports(connection: Connection): Promise<void> {
  await connection('imports').whereIn('state', ['reading', 'writing']).update({ state: 'failed' })
}
