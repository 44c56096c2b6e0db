import type { Request } from 'express'

/** Where browsers reach this server: as the settings say, else the host of this request, which was checked, at the port that it came in on. */
export function originOf(request: Request, [first]: readonly string[]): string {
  return first ?? `${request.protocol}://${request.hostname}:${request.socket.localPort}`
}
