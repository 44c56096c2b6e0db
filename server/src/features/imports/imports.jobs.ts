import type { TableFileType } from '../../platform/files/writeTable.ts'
import { readImport, undoImport, writeImport, writeRejected } from './importTasks.ts'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'

interface Step {
  readonly id: string
  readonly at: number
}

export const readImportJob: RunnableJob<Sources, Step, void> = {
  name: 'readImport',
  pool: 'file',
  run: ({ database }, question) => readImport(database, question),
}

export const writeImportJob: RunnableJob<Sources, Step, void> = {
  name: 'writeImport',
  pool: 'file',
  run: ({ database }, question) => writeImport(database, question),
}

/** Files of orders are larger, so they have a thread of their own. */
export const readOrdersJob: typeof readImportJob = { ...readImportJob, name: 'readOrders', pool: 'largeFile' }
export const writeOrdersJob: typeof writeImportJob = { ...writeImportJob, name: 'writeOrders', pool: 'largeFile' }

export const undoImportJob: RunnableJob<Sources, Step & { readonly by: string }, void> = {
  name: 'undoImport',
  pool: 'file',
  isOnce: true,
  run: ({ database }, question) => undoImport(database, question),
}

export const writeRejectedJob: RunnableJob<Sources, Step & { readonly type: TableFileType }, Uint8Array> = {
  name: 'writeRejected',
  pool: 'file',
  run: ({ database }, question) => writeRejected(database, question),
}
