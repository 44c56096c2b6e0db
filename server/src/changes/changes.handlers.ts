import type { HandlersOf } from '../http/serveEndpoints.ts'
import type { ChangeFeed } from './changeFeed.ts'

export function createChangesHandlers(changes: ChangeFeed): HandlersOf<'followChanges'> {
  return { followChanges: ({ request, response }) => changes.follow(request, response) }
}
