import { join } from 'node:path'
import type { TestProject } from 'vitest/node'
import { migrateDatabase } from '../../server/src/platform/db/migrateDatabase.ts'
import { openDatabase } from '../../server/src/platform/db/openDatabase.ts'
import { startDatabase } from './database.mjs'
import { ROOT } from './system.mjs'

/** One MariaDB for a run of the unit tests; each test file makes databases of its own in it, as copies of one that was migrated once. */
export default async function setUp(project: TestProject): Promise<() => Promise<void>> {
  const database = await startDatabase({ folder: join(ROOT, '.novalex', 'unit'), database: 'novalex' })
  const url = new URL(database.url)
  const template = `novalex_template_${process.pid}`
  url.pathname = `/${template}`
  await migrateDatabase(url.href)
  project.provide('databaseUrl', database.url)
  project.provide('template', template)
  return async () => {
    const server = openDatabase(database.url.slice(0, -'novalex'.length))
    // Journeys leave theirs: a process does not know which file is its last.
    const names = await server('information_schema.schemata')
      .where('schema_name', 'like', 'novalex\\_desk\\_%')
      .pluck<string[]>('schema_name')
    for (const name of [template, ...names]) await server.raw('DROP DATABASE ??', [name])
    await server.destroy()
    await database.stop()
  }
}
