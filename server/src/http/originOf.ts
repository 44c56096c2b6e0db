import type { Request } from 'express'

/** Public origin of this server: the configured one, or the validated host and port of the request. */
export function originOf(request: Request, [first]: readonly string[]): string {
  return first ?? `${request.protocol}://${request.hostname}:${request.socket.localPort}`
}
