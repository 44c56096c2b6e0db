import type { Request } from 'express'

const ACTOR_MAX = 80

/** Who makes a request, as the request says it; sign-in comes later. */
export function actorOf(request: Request): string {
  const given = request.get('x-actor')?.trim() ?? ''
  return given === '' ? 'planning desk' : given.slice(0, ACTOR_MAX)
}
