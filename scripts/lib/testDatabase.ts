import { join } from 'node:path'
import type { TestProject } from 'vitest/node'
import { startDatabase } from './database.mjs'
import { ROOT } from './system.mjs'

declare module 'vitest' {
  interface ProvidedContext {
    databaseUrl: string
  }
}

/** One MariaDB for a run of the unit tests; each test file makes databases of its own in it. */
export default async function setUp(project: TestProject): Promise<() => Promise<void>> {
  const database = await startDatabase({ folder: join(ROOT, '.novalex', 'unit'), database: 'novalex' })
  project.provide('databaseUrl', database.url)
  return database.stop
}
