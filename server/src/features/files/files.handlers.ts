import { exportFileJob } from './files.jobs.ts'
import type { Clock } from '../../platform/clock.ts'
import { readingOf } from '../../http/identity.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { Threads } from '../../jobs/threads.ts'
import { writeTemplate } from './exportFile.ts'
import { MEDIA_TYPES } from '../../platform/files/writeTable.ts'

interface Deps {
  readonly threads: Threads
  readonly clock: Clock
}

/** Files out: what is there, and templates to fill in. */
export function createFilesHandlers({ threads, clock }: Deps): HandlersOf<'getPlanFile' | 'getTemplate' | 'getFile'> {
  return {
    getPlanFile: async () => ({
      name: 'plan.json',
      mediaType: 'application/json',
      bytes: await threads.run(exportFileJob, { kind: 'plan', type: 'csv', now: clock.now() }),
    }),
    getTemplate: async ({ params: { kind, type }, query }) => ({
      name: `${kind}-template.${type}`,
      mediaType: MEDIA_TYPES[type],
      bytes: await writeTemplate(kind, type, query.dialect),
    }),
    getFile: async ({ params: { kind, type }, query, who }) => ({
      name: `${kind}.${type}`,
      mediaType: MEDIA_TYPES[type],
      bytes: await threads.run(exportFileJob, { kind, type, ...query, now: clock.now(), ...readingOf(who) }),
    }),
  }
}
