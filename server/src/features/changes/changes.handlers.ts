import { idOfSession, isLive } from '../access/sessions.ts'
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
      return changes.follow(request, response, () => isLive(database, session, wallClock.now()))
    },
  }
}
