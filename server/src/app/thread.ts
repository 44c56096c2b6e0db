import { workerData } from 'node:worker_threads'
import { createJobRunner } from '../jobs/createJobRunner.ts'
import { stepBack } from '../jobs/stepBack.ts'
import { openDatabase } from '../platform/db/openDatabase.ts'
import { createSources } from '../sources/createSources.ts'
import { JOBS } from './jobs.ts'

const { databaseUrl, isBackground }: { databaseUrl: string; isBackground: boolean } = workerData
if (isBackground) stepBack()

export default createJobRunner(JOBS, createSources(openDatabase(databaseUrl, { connections: 3 })))
