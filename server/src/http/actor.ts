import { ActorHeaders } from '@novalex/contract'
import type { Request } from 'express'
import { parseHeaders } from './validate.ts'

/** Who makes a request, as the request says it; sign-in comes later. */
export function actorOf(request: Request): string {
  const given = parseHeaders(ActorHeaders, request)['x-actor']?.trim() ?? ''
  return given === '' ? 'planning desk' : given
}
