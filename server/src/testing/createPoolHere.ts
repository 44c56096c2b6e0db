import { JOBS } from '../app/jobs.ts'
import { createJobRunner } from '../jobs/createJobRunner.ts'
import type { Pool } from '../jobs/threads.ts'
import { openDatabase } from '../platform/db/openDatabase.ts'
import { createSources } from '../sources/createSources.ts'

/** Does jobs in the process of the test, since a thread takes a second to start. What goes in and comes out is cloned as on its way to a thread. */
export function createPoolHere(databaseUrl: string): Pool {
  const database = openDatabase(databaseUrl, { connections: 3 })
  const runJob = createJobRunner(JOBS, createSources(database))
  let isOpen = true
  return {
    async run({ question, ...request }) {
      return structuredClone(await runJob({ ...request, question: structuredClone(question) }))
    },
    // Each pool of the server gives up the same one.
    async destroy() {
      if (isOpen) await database.destroy()
      isOpen = false
    },
  }
}
