import { findSession } from '../../data/sessions/index.ts'
import { idOfSession } from '../../http/identity.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { ChangeFeed } from './changeFeed.ts'

interface Deps {
  readonly changes: ChangeFeed
  readonly database: Database
  readonly wallClock: Clock
}

export function createChangesHandlers({ changes, database, wallClock }: Deps): HandlersOf<'followChanges'> {
  return {
    followChanges: ({ request, response }) => {
      const session = idOfSession(request)
      const isLive = async () => (await findSession(database, session, wallClock.now())) !== null
      return changes.follow(request, response, isLive)
    },
  }
}
