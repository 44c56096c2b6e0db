import { createReadStream } from 'node:fs'
import { pipeline } from 'node:stream/promises'
import { promisify } from 'node:util'
import { createGzip, gunzip } from 'node:zlib'
import type { ImportKind, ImportStatus } from '@novalex/contract'
import { createProblem } from '@novalex/core'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import type { FileReading } from '../../platform/files/parseTableFile.ts'
import { parseReading, recallReading } from './readings.repository.ts'

type ImportState = ImportStatus['state']
/** Preview data of the file; the rest of the status has its own columns. */
export type ImportPreview = Omit<ImportStatus, 'id' | 'kind' | 'fileName' | 'state' | 'progress'>

interface ImportRecord {
  readonly status: ImportStatus
  readonly createdBy: string
  /** The revision of plan or catalogue that the preview was compared with; once it is written, the one that it made. */
  readonly revision: number | null
}

interface ImportRow {
  id: string
  kind: ImportKind
  file_name: string
  created_at: Date
  created_by: string
  state: ImportState
  progress: number
  revision: number | null
  preview: string
  reading: string | null
}

export const EMPTY_PREVIEW: ImportPreview = {
  rows: 0,
  goodRows: 0,
  added: 0,
  changed: 0,
  unchanged: 0,
  newCategories: [],
  newProducts: [],
  priceChanges: [],
  priceChangeCount: 0,
  promotions: [],
  problems: [],
  problemCount: 0,
  heads: [],
  columns: [],
  unsureDays: [],
}

/** Of those that were never written; and of those that were, each with its undo. */
const KEPT_IMPORTS = 20
const KEPT_WRITTEN = 100
/** Well under what one statement may carry, written as text. */
const PART_BYTES = 2 ** 20

const unpack = promisify(gunzip)

/** A new import, with its file packed. */
export async function insertImport(
  database: Database,
  created: {
    id: string
    kind: ImportKind
    fileName: string
    by: string
    at: number
    /** Path of the file. */
    path: string
  },
): Promise<void> {
  await transact(database, async (transaction) => {
    await transaction('imports').insert({
      id: created.id,
      kind: created.kind,
      file_name: created.fileName,
      created_at: new Date(created.at),
      created_by: created.by,
      state: 'reading',
      progress: 0,
      preview: JSON.stringify(EMPTY_PREVIEW),
      reading: await recallReading(transaction, created.kind),
    })
    await insertParts(transaction, created.id, { what: 'file', content: createReadStream(created.path) })
  })
  await forgetOld(database)
}

async function forgetOld(connection: Connection): Promise<void> {
  const forget = async (states: readonly ImportState[], kept: number) => {
    const old = connection('imports').select('id').whereIn('state', states).orderBy('created_at', 'desc')
    const ids = (await old.offset(kept).limit(100)).map(({ id }: { id: string }) => id)
    await connection('imports').whereIn('id', ids).whereIn('state', states).delete()
  }
  await forget(['ready', 'refused', 'failed', 'undone'], KEPT_IMPORTS)
  await forget(['done'], KEPT_WRITTEN)
}

export async function findImport(connection: Connection, id: string): Promise<ImportRecord | undefined> {
  const row = await connection<ImportRow>('imports').where({ id }).first()
  return row && toRecord(row)
}

/** Those that were written, the last first. */
export async function listDoneImports(connection: Connection): Promise<ImportRecord[]> {
  const rows = await connection<ImportRow>('imports').where({ state: 'done' }).orderBy('created_at', 'desc')
  return rows.map(toRecord)
}

function toRecord(row: ImportRow): ImportRecord {
  const { id } = row
  // What was kept before a part of it came into being lacks it.
  const kept: Partial<ImportPreview> = JSON.parse(row.preview)
  const preview = { ...EMPTY_PREVIEW, ...kept }
  return {
    status: { id, kind: row.kind, fileName: row.file_name, state: row.state, progress: row.progress, ...preview },
    createdBy: row.created_by,
    revision: row.revision,
  }
}

/** A file as it came, and how it is to be read. */
export interface ImportFile {
  readonly kind: ImportKind
  /** Who uploaded it. */
  readonly by: string
  readonly file: Buffer
  readonly reading: FileReading
}

/** The file that an import began with. Throws where there is no such import. */
export async function getImportFile(connection: Connection, id: string): Promise<ImportFile> {
  const row = await connection<ImportRow>('imports').select('kind', 'created_by', 'reading').where({ id }).first()
  if (!row) throw new Error(`no such import: ${id}`)
  const { kind, created_by: by, reading } = row
  return { kind, by, file: await readParts(connection, id, 'file'), reading: parseReading(reading) }
}

/** Undo data: lists by name, defined by the kind of file. */
export type Before = Readonly<Record<string, readonly unknown[]>>

export async function keepBefore(transaction: Connection, id: string, before: Before): Promise<void> {
  await insertParts(transaction, id, { what: 'before', content: writeJson(before) })
}

const ENTRIES_A_PIECE = 1000

/** As JSON, piece by piece: the lists may be long. */
function* writeJson(lists: Before): Generator<Buffer> {
  let separator = '{'
  for (const [name, list] of Object.entries(lists)) {
    yield Buffer.from(`${separator}${JSON.stringify(name)}:[`)
    for (let from = 0; from < list.length; from += ENTRIES_A_PIECE) {
      const entries = JSON.stringify(list.slice(from, from + ENTRIES_A_PIECE)).slice(1, -1)
      yield Buffer.from(`${from > 0 ? ',' : ''}${entries}`)
    }
    yield Buffer.from(']')
    separator = ','
  }
  yield Buffer.from(separator === '{' ? '{}' : '}')
}

export async function getBefore(connection: Connection, id: string): Promise<Before> {
  return JSON.parse((await readParts(connection, id, 'before')).toString())
}

type Part = 'file' | 'before'

async function insertParts(
  connection: Connection,
  id: string,
  { what, content }: { what: Part; content: AsyncIterable<Uint8Array> | Iterable<Uint8Array> },
): Promise<void> {
  await pipeline(content, createGzip(), async (packed: AsyncIterable<Buffer>) => {
    let part = 0
    for await (const piece of collect(packed, PART_BYTES))
      await connection('import_parts').insert({ import: id, what, part: part++, content: piece })
  })
}

/** The same bytes in pieces of at least so many, but for the last. */
async function* collect(pieces: AsyncIterable<Buffer>, bytes: number): AsyncGenerator<Buffer> {
  let held: Buffer[] = []
  let size = 0
  for await (const piece of pieces) {
    held.push(piece)
    size += piece.length
    if (size < bytes) continue
    yield Buffer.concat(held)
    held = []
    size = 0
  }
  if (size > 0) yield Buffer.concat(held)
}

async function readParts(connection: Connection, id: string, what: Part): Promise<Buffer> {
  const parts = await connection<{ import: string; what: Part; part: number; content: Buffer }>('import_parts')
    .select('content')
    .where({ import: id, what })
    .orderBy('part')
  return unpack(Buffer.concat(parts.map(({ content }) => content)))
}

/** Moves an import on only if it still is in one of the states given; tells whether it was. */
export async function moveImport(
  connection: Connection,
  id: string,
  { from, to }: { from: readonly ImportState[]; to: ImportState },
): Promise<boolean> {
  const moved = await connection('imports').where({ id }).whereIn('state', from).update({ state: to, progress: 0 })
  return moved === 1
}

export async function updateImport(
  connection: Connection,
  id: string,
  changes: { state?: ImportState; progress?: number; revision?: number; preview?: ImportPreview },
): Promise<void> {
  const { state, progress, revision, preview } = changes
  await connection('imports')
    .where({ id })
    .update({
      ...(state === undefined ? {} : { state }),
      ...(progress === undefined ? {} : { progress }),
      ...(revision === undefined ? {} : { revision }),
      ...(preview === undefined ? {} : { preview: JSON.stringify(preview) }),
    })
}

/** Marks an import as failed, with what it failed of where a person could do something about it. */
export async function failImport(connection: Connection, id: string, code: string): Promise<void> {
  const said = code === 'needs-too-much-memory' || code === 'took-too-long'
  const problems = said ? [createProblem(code, '')] : []
  const preview = { ...EMPTY_PREVIEW, problems, problemCount: problems.length }
  await updateImport(connection, id, { state: 'failed', preview })
}

export async function deleteImport(connection: Connection, id: string): Promise<boolean> {
  return (await connection('imports').where({ id }).whereNot({ state: 'writing' }).delete()) > 0
}

/** Those that some process was busy with, when it ended or is still at work. */
export async function listBusyImports(connection: Connection): Promise<Pick<ImportRow, 'id' | 'state' | 'kind'>[]> {
  return connection<ImportRow>('imports')
    .select('id', 'state', 'kind')
    .whereIn('state', ['reading', 'writing'])
    .orderBy('created_at')
}
