import { exportFile, type ExportTask } from './exportFile.ts'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'

export const exportFileJob: RunnableJob<Sources, ExportTask, Uint8Array> = {
  name: 'exportFile',
  pool: 'file',
  run: exportFile,
}
