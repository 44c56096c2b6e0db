import type { ImportKind } from '@novalex/contract'
import { placeBelow, PROBLEM_COLUMN, type Instant, type Problem } from '@novalex/core'
import { recordActivity } from '../../data/activity/index.ts'
import { loadCatalogue } from '../../data/catalogue/index.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { TABLE_FORMATS } from '../files/exportFile.ts'
import type { FileHead, ProgressHearer } from '../../platform/files/parseTableFile.ts'
import { readBatches } from '../../platform/files/readRecords.ts'
import { writeTable, type TableFileType } from '../../platform/files/writeTable.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { settleShownPrices } from '../../sources/history/settleShownPrices.ts'
import {
  countCatalogueRevision,
  countPlanRevision,
  getStore,
  lockStore,
  type StoreRecord,
} from '../../data/store/index.ts'
import { IMPORT_WORK, revisionFor } from './importKind.ts'
import type { ImportInput } from './importWork.ts'
import {
  type Before,
  EMPTY_PREVIEW,
  findImport,
  getBefore,
  getImportFile,
  type ImportFile,
  type ImportPreview,
  keepBefore,
  listDoneImports,
  updateImport,
} from '../../data/imports/index.ts'
import { writeRejectedPlan } from './kinds/plan.ts'

const SHOWN_PROBLEMS = 500
const READ_SHARE = 0.8

/** A file with all that is wrong with it, and what of it can be taken. */
interface ReadFile {
  readonly rows: number
  readonly good: ImportInput<unknown>
  readonly problems: readonly Problem[]
  readonly heads: readonly FileHead[]
  readonly headerRow: number
}

/** Reads an uploaded file and keeps what accepting it would do; writes nothing else. */
export async function readImport(database: Database, task: { id: string; at: Instant }): Promise<void> {
  // Another may have read it meanwhile, and someone accepted it.
  if ((await findImport(database, task.id))?.status.state === 'reading') await previewImport(database, task)
}

async function previewImport(database: Database, { id, at }: { id: string; at: Instant }): Promise<void> {
  const store = await getStore(database)
  const file = await getImportFile(database, id)
  const { kind } = file
  const onProgress = (share: number) => updateImport(database, id, { progress: share * READ_SHARE })
  if (kind === 'history')
    await transact(database, async (transaction) =>
      settleBefore(transaction, await lockStore(transaction), { kind, at }),
    )
  const { rows, problems, good, heads } = await readFile(database, { ...file, at }, onProgress)
  const preview = good.rows.length > 0 ? await IMPORT_WORK[kind].preview(database, good) : {}
  await updateImport(database, id, {
    state: problems.length > 0 ? 'refused' : 'ready',
    progress: 1,
    revision: revisionFor(kind, store),
    preview: {
      ...EMPTY_PREVIEW,
      ...preview,
      rows,
      goodRows: good.rows.length,
      problems: problems.slice(0, SHOWN_PROBLEMS),
      problemCount: problems.length,
      heads: [...heads],
      columns: listColumns(kind),
      unsureDays: findUnsureDays(problems),
    },
  })
}

/** The columns that a kind of file may have. */
function listColumns(kind: ImportKind): ImportPreview['columns'] {
  if (kind === 'plan') return []
  const { columns, required } = TABLE_FORMATS[kind]
  return columns.map((name) => ({ name, isRequired: required.includes(name) }))
}

const SHOWN_DAYS = 3

function findUnsureDays(problems: readonly Problem[]): string[] {
  const days = new Set<string>()
  for (const problem of problems) {
    if (problem.code === 'ambiguous-date') days.add(String(problem.facts?.given))
    if (days.size === SHOWN_DAYS) break
  }
  return [...days]
}

async function readFile(
  connection: Connection,
  { kind, by, file, reading, at }: ImportFile & { readonly at: Instant },
  onProgress: ProgressHearer,
): Promise<ReadFile> {
  const work = IMPORT_WORK[kind]
  const { rows, columns, numbers, problems: faults, heads, headerRow } = await work.read(file, { reading, onProgress })
  const found = (await work.check?.(connection, { rows, columns, at, by })) ?? []
  const bad = new Set(found.map(({ index }) => index))
  const good = { columns, at, by, rows: bad.size === 0 ? rows : rows.filter((_row, index) => !bad.has(index)) }
  const placed = found.flatMap(({ index, problem }) => placeBelow(String(numbers[index]), [problem]))
  const problems = [...faults, ...placed].sort((a, b) => rowOf(a) - rowOf(b))
  const rejected = new Set(problems.map(rowOf).filter((row) => row > 0))
  return { rows: good.rows.length + rejected.size, good, problems, heads, headerRow }
}

/** In which row of the file a problem is; 0 for one of the whole file. */
function rowOf({ path }: Problem): number {
  return Number(/^\d+/.exec(path)?.[0] ?? 0)
}

/**
 * Writes a previewed file, all or nothing, or its good rows alone. If what it was compared with changed since, nothing is written and the
 * file is read anew, to be accepted again.
 */
export async function writeImport(database: Database, { id, at }: { id: string; at: number }): Promise<void> {
  const record = await findImport(database, id)
  if (record?.status.state !== 'writing') return
  const { kind } = record.status
  const isWritten = await transact(database, async (transaction) => {
    const store = await lockStore(transaction)
    // Another may have been at it whose claim had lapsed.
    if ((await findImport(transaction, id))?.status.state !== 'writing') return true
    if (revisionFor(kind, store) !== record.revision) return false
    await settleBefore(transaction, store, { kind, at })
    const file = await getImportFile(transaction, id)
    const before = await writeFile(transaction, {
      file,
      at,
      onProgress: (share) => updateImport(database, id, { progress: share }),
    })
    await keepBefore(transaction, id, before)
    await countRevision(transaction, kind)
    const { fileName, rows, goodRows, added, changed, priceChangeCount } = record.status
    const detail = { fileName, rows, goodRows, added, changed, priceChangeCount }
    await recordActivity(transaction, { at, by: record.createdBy, action: `import-${kind}`, subject: id, detail })
    // In the same transaction, so that no crash can leave what is written to be written again. The last of it, since progress is told from outside.
    await updateImport(transaction, id, { state: 'done', progress: 1, revision: record.revision! + 1 })
    return true
  })
  if (!isWritten) await previewImport(database, { id, at })
}

/** Stores shown prices before products change or a price history is compared. */
async function settleBefore(
  transaction: Connection,
  store: StoreRecord,
  { kind, at }: { kind: ImportKind; at: Instant },
): Promise<void> {
  if (kind === 'products' || kind === 'history')
    await settleShownPrices(transaction, store, { catalogue: () => loadCatalogue(transaction), at })
}

async function writeFile(
  transaction: Connection,
  { file, at, onProgress }: { file: ImportFile; at: Instant; onProgress: ProgressHearer },
): Promise<Before> {
  const { good } = await readFile(transaction, { ...file, at }, () => Promise.resolve())
  return IMPORT_WORK[file.kind].write(transaction, good, onProgress)
}

async function countRevision(transaction: Connection, kind: ImportKind): Promise<void> {
  if (IMPORT_WORK[kind].belongsTo === 'plan') await countPlanRevision(transaction)
  else await countCatalogueRevision(transaction)
}

/** All is again as the file before this one left it, so that one can be undone next. */
async function followUndone(
  transaction: Connection,
  kind: ImportKind,
  { from, to }: { from: number; to: number },
): Promise<void> {
  const belongsTo = (one: ImportKind) => IMPORT_WORK[one].belongsTo
  const before = (await listDoneImports(transaction)).find(
    ({ status, revision }) => revision === from && belongsTo(status.kind) === belongsTo(kind),
  )
  if (before) await updateImport(transaction, before.status.id, { revision: to })
}

/**
 * Undoes an import: restores what it replaced and deletes what it added, all or nothing. Refused as `import-superseded` once the plan or the catalogue
 * that it belongs to was changed by anything else, and as `in-use` if something needs what came with it.
 */
export async function undoImport(
  database: Database,
  { id, at, by }: { id: string; at: Instant; by: string },
): Promise<void> {
  await transact(database, async (transaction) => {
    const store = await lockStore(transaction)
    const record = await findImport(transaction, id)
    if (!record) throw new AppError('not-found', { facts: { kind: 'import', id } })
    const { kind, state, fileName } = record.status
    if (state !== 'done') throw new AppError('import-not-ready', { facts: { state } })
    if (revisionFor(kind, store) !== record.revision) throw new AppError('import-superseded')
    await settleBefore(transaction, store, { kind, at })
    await IMPORT_WORK[kind].undo(transaction, await getBefore(transaction, id), { at, by, fileName })
    await countRevision(transaction, kind)
    await recordActivity(transaction, { at, by, action: `undo-import-${kind}`, subject: id, detail: { fileName } })
    await updateImport(transaction, id, { state: 'undone' })
    await followUndone(transaction, kind, { from: record.revision! - 1, to: record.revision! + 1 })
  })
}

/** The rows that can't be taken, as they stand in the file, each with what is wrong with it: to be fixed and imported again. */
export async function writeRejected(
  database: Database,
  { id, type, at }: { id: string; type: TableFileType; at: Instant },
): Promise<Uint8Array> {
  const given = await getImportFile(database, id)
  const { file, kind } = given
  const { problems, headerRow } = await readFile(database, { ...given, at }, () => Promise.resolve())
  const saidOf = new Map<number, string>()
  for (const problem of problems) {
    const said = saidOf.get(rowOf(problem))
    saidOf.set(rowOf(problem), said === undefined ? describe(problem) : `${said} · ${describe(problem)}`)
  }
  return kind === 'plan' ? writeRejectedPlan(file, saidOf) : writeRejectedTable({ file, headerRow }, saidOf, type)
}

async function writeRejectedTable(
  { file, headerRow }: { readonly file: Uint8Array; readonly headerRow: number },
  saidOf: ReadonlyMap<number, string>,
  type: TableFileType,
): Promise<Uint8Array> {
  let header: string[] = []
  const rows: string[][] = []
  let number = 0
  for await (const batch of readBatches(file)) {
    for (const fields of batch) {
      number++
      if (number === headerRow) header = fields
      else if (saidOf.has(number)) rows.push([...keep(header, fields), saidOf.get(number)!])
    }
  }
  return writeTable({ columns: [...keep(header, header), PROBLEM_COLUMN], numbers: [], rows }, type)
}

/** Without what a column of problems said before. */
function keep(header: readonly string[], fields: readonly string[]): string[] {
  return header.flatMap((name, at) => (name.trim().toLowerCase() === PROBLEM_COLUMN ? [] : [fields[at] ?? '']))
}

function describe({ code, path, facts }: Problem): string {
  const column = path.replace(/^\d+\.?/, '')
  const given = facts && 'given' in facts ? ` (${String(facts.given)})` : ''
  return `${column === '' ? '' : `${column}: `}${code}${given}`
}
