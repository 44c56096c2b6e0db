import { makeCodes } from '../../data/codes/index.ts'
import { writeCodes, type CodeFileType } from './codeFile.ts'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'

export const makeCodesJob: RunnableJob<Sources, { readonly id: string }, void> = {
  name: 'makeCodes',
  pool: 'file',
  run: ({ database }, question) => makeCodes(database, question),
}

export const codeFileJob: RunnableJob<Sources, { readonly id: string; readonly type: CodeFileType }, Uint8Array> = {
  name: 'codeFile',
  pool: 'file',
  run: ({ database }, question) => writeCodes(database, question),
}
