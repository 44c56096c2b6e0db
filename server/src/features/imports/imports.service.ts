import {
  readImportJob,
  readOrdersJob,
  undoImportJob,
  writeImportJob,
  writeOrdersJob,
  writeRejectedJob,
} from './imports.jobs.ts'
import type { ImportKind, ImportStatus, ReadRequest } from '@novalex/contract'
import type { Clock } from '../../platform/clock.ts'
import { holdClaim } from '../../platform/db/holdClaim.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { importsTotal } from '../../platform/metrics.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import type { TableFileType } from '../../platform/files/writeTable.ts'
import { createId } from '../../platform/createId.ts'
import { getStore } from '../../data/store/index.ts'
import type { Threads } from '../../jobs/threads.ts'
import { revisionFor } from './importKind.ts'
import {
  deleteImport,
  failImport,
  findImport,
  insertImport,
  listBusyImports,
  listDoneImports,
  moveImport,
  writeReading,
} from '../../data/imports/index.ts'

export interface ImportsService {
  start(upload: {
    kind: ImportKind
    fileName: string
    /** Path of the file, which may be deleted afterwards. */
    path: string
    by: string
  }): Promise<ImportStatus>
  get(id: string): Promise<ImportStatus>
  /** Starts reading a file again that was previewed, as is said. */
  read(id: string, asked: ReadRequest): Promise<ImportStatus>
  /** Starts writing what was previewed; with faults in it, only the good rows, and only if that is asked for. */
  accept(id: string, rows: 'all' | 'good'): Promise<ImportStatus>
  /** Takes up what a process left half done that is gone: what nobody is at. */
  resume(): Promise<void>
  /** Settles once nothing of it goes on in this process. */
  rest(): Promise<void>
  /** The rows that can't be taken, as a file. */
  writeRejected(id: string, type: TableFileType): Promise<Uint8Array>
  /** The files whose writing can be undone: nothing else was changed since. */
  listUndoable(): Promise<ImportStatus[]>
  undo(id: string, by: string): Promise<ImportStatus>
  remove(id: string): Promise<void>
}

interface ImportsDeps {
  readonly database: Database
  readonly threads: Threads
  readonly clock: Clock
  /** Called with the error of an import that failed. */
  readonly onTrouble: (error: unknown) => void
}

/** Processing step of a file. */
interface Work {
  readonly step: 'read' | 'write'
  readonly kind: ImportKind
}

const JOBS = {
  read: { usual: readImportJob, large: readOrdersJob },
  write: { usual: writeImportJob, large: writeOrdersJob },
} as const

export function createImportsService({ database, threads, clock, onTrouble }: ImportsDeps): ImportsService {
  /** Imports being processed in this process, by id. */
  const busy = new Map<string, { readonly cancelling: AbortController; readonly done: Promise<void> }>()

  /** Goes on in a thread, after what is done to the same import already, unless another process is at it. */
  function runInBackground(id: string, work: Work): void {
    const cancelling = new AbortController()
    const before = busy.get(id)?.done ?? Promise.resolve()
    const held = () => run(id, work, cancelling.signal)
    // What can't be claimed now is taken up later.
    const done = before
      .then(() => holdClaim(database, `import ${id}`, held))
      .catch(onTrouble)
      .then(() => {
        if (busy.get(id)?.cancelling === cancelling) busy.delete(id)
      })
    busy.set(id, { cancelling, done })
  }

  /** The import's row tells how far it is, and in the end why it failed. */
  async function run(id: string, { step, kind }: Work, signal: AbortSignal): Promise<void> {
    try {
      await threads.run(JOBS[step][kind === 'orders' ? 'large' : 'usual'], { id, at: clock.now() }, { signal })
      importsTotal.inc({ kind, step, outcome: 'done' })
    } catch (error) {
      if (signal.aborted) return
      onTrouble(error)
      const code = error instanceof AppError ? error.code : 'internal'
      importsTotal.inc({ kind, step, outcome: code })
      await failImport(database, id, code)
    }
  }

  async function get(id: string): Promise<ImportStatus> {
    const record = await findImport(database, id)
    if (!record) throw new AppError('not-found', { facts: { kind: 'import', id } })
    return record.status
  }

  return {
    get,
    async start({ kind, fileName, path, by }) {
      const id = createId()
      await insertImport(database, { id, kind, fileName, by, path, at: clock.now() })
      runInBackground(id, { step: 'read', kind })
      return get(id)
    },
    async resume() {
      for (const { id, state, kind } of await listBusyImports(database)) {
        if (busy.has(id)) continue
        runInBackground(id, { step: state === 'reading' ? 'read' : 'write', kind })
      }
    },
    async rest() {
      await Promise.all([...busy.values()].map(({ done }) => done))
    },
    async writeRejected(id, type) {
      return threads.run(writeRejectedJob, { id, type, at: clock.now() })
    },
    async read(id, asked) {
      const { state, kind } = await get(id)
      await transact(database, async (transaction) => {
        const isMoved = await moveImport(transaction, id, { from: ['ready', 'refused'], to: 'reading' })
        if (!isMoved) throw new AppError('import-not-ready', { facts: { state } })
        await writeReading(transaction, { id, kind }, asked)
      })
      runInBackground(id, { step: 'read', kind })
      return get(id)
    },
    async accept(id, rows) {
      const status = await get(id)
      const from: ImportStatus['state'][] = rows === 'good' && status.goodRows > 0 ? ['ready', 'refused'] : ['ready']
      const isMoved = await moveImport(database, id, { from, to: 'writing' })
      if (!isMoved) throw new AppError('import-not-ready', { facts: { state: status.state } })
      runInBackground(id, { step: 'write', kind: status.kind })
      return get(id)
    },
    async listUndoable() {
      const store = await getStore(database)
      const done = await listDoneImports(database)
      return done
        .filter(({ status, revision }) => revisionFor(status.kind, store) === revision)
        .map(({ status }) => status)
    },
    async undo(id, by) {
      await threads.run(undoImportJob, { id, at: clock.now(), by })
      return get(id)
    },
    async remove(id) {
      const status = await get(id)
      if (!(await deleteImport(database, id)))
        throw new AppError('import-not-ready', { facts: { state: status.state } })
      busy.get(id)?.cancelling.abort()
    },
  }
}
