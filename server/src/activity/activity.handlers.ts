import type { Database } from '../db/openDatabase.ts'
import type { HandlersOf } from '../http/serveEndpoints.ts'
import { listActivity } from './activity.repository.ts'

const SHOWN = 100

export function createActivityHandlers(database: Database): HandlersOf<'listActivity'> {
  return {
    listActivity: async () => {
      const activities = await listActivity(database, SHOWN)
      return activities.map((activity) => ({ ...activity, at: new Date(activity.at).toISOString() }))
    },
  }
}
