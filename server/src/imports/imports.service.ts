import type { ImportKind, ImportStatus } from '@novalex/contract'
import type { Clock } from '../clock.ts'
import type { Database } from '../db/openDatabase.ts'
import { AppError } from '../http/AppError.ts'
import type { TableFileType } from '../files/writeTable.ts'
import { createId } from '../createId.ts'
import { getStore } from '../store/store.repository.ts'
import type { Threads } from '../threads/threads.ts'
import { revisionFor } from './importKind.ts'
import {
  deleteImport,
  findImport,
  insertImport,
  listBusyImports,
  listDoneImports,
  moveImport,
  updateImport,
} from './imports.repository.ts'

export interface ImportsService {
  start(upload: {
    kind: ImportKind
    fileName: string
    file: AsyncIterable<Uint8Array>
    by: string
  }): Promise<ImportStatus>
  get(id: string): Promise<ImportStatus>
  /** Starts writing what was previewed; with faults in it, only the good rows, and only if that is asked for. */
  accept(id: string, rows: 'all' | 'good'): Promise<ImportStatus>
  /** Takes up what an earlier process left half done. */
  resume(): Promise<void>
  /** The rows that can't be taken, as a file. */
  writeRejected(id: string, type: TableFileType): Promise<Uint8Array>
  /** The files whose writing can be undone: nothing else was changed since. */
  listUndoable(): Promise<ImportStatus[]>
  undo(id: string, by: string): Promise<ImportStatus>
  remove(id: string): Promise<void>
}

export interface ImportsDeps {
  readonly database: Database
  readonly threads: Threads
  readonly clock: Clock
  /** Hears of a job that broke; its import is marked as failed. */
  readonly onTrouble: (error: unknown) => void
}

export function createImportsService({ database, threads, clock, onTrouble }: ImportsDeps): ImportsService {
  /** Goes on in a thread; the import's row tells how far it is. */
  function runInBackground(id: string, job: Promise<unknown>): void {
    job
      .catch(async (error: unknown) => {
        onTrouble(error)
        await updateImport(database, id, { state: 'failed' })
      })
      .catch(onTrouble)
  }

  async function get(id: string): Promise<ImportStatus> {
    const record = await findImport(database, id)
    if (!record) throw new AppError('not-found', { facts: { kind: 'import', id } })
    return record.status
  }

  return {
    get,
    async start({ kind, fileName, file, by }) {
      const id = createId()
      await insertImport(database, { id, kind, fileName, by, file, at: clock.now() })
      runInBackground(id, threads.run('readImport', { id, at: clock.now() }))
      return get(id)
    },
    async resume() {
      for (const { id, state } of await listBusyImports(database)) {
        const task = { id, at: clock.now() }
        runInBackground(id, threads.run(state === 'reading' ? 'readImport' : 'writeImport', task))
      }
    },
    async writeRejected(id, type) {
      return threads.run('writeRejected', { id, type, at: clock.now() })
    },
    async accept(id, rows) {
      const status = await get(id)
      const from: ImportStatus['state'][] = rows === 'good' && status.goodRows > 0 ? ['ready', 'refused'] : ['ready']
      const isMoved = await moveImport(database, id, { from, to: 'writing' })
      if (!isMoved) throw new AppError('import-not-ready', { facts: { state: status.state } })
      runInBackground(id, threads.run('writeImport', { id, at: clock.now() }))
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
      await threads.run('undoImport', { id, at: clock.now(), by })
      return get(id)
    },
    async remove(id) {
      const status = await get(id)
      if (!(await deleteImport(database, id)))
        throw new AppError('import-not-ready', { facts: { state: status.state } })
    },
  }
}
