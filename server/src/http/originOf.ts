import type { Request } from 'express'

/** Where browsers reach this server: as the settings say, else as this request did, whose host was checked. */
export function originOf(request: Request, [first]: readonly string[]): string {
  return first ?? `${request.protocol}://${request.get('host')}`
}
