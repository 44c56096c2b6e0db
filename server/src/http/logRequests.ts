import { randomUUID } from 'node:crypto'
import type { Express, Request, RequestHandler } from 'express'
import type { Logger } from 'pino'

declare module 'express-serve-static-core' {
  interface Request {
    /** Names the request in the log; every answer carries it too. */
    id: string
    /** Writes lines that carry the id; made where it is used. */
    log: Logger
  }
}

/**
 * One line for each answer: an error where the server failed, otherwise for information. It holds no header, no body, since some are secrets, and of
 * the address no query, which may name people. Nothing of it is built unless it is written.
 */
export function logRequests(app: Express, logger: Logger): RequestHandler {
  const isTold = logger.isLevelEnabled('info')
  // On the request prototype: a getter defined per request costs more than the log line.
  Object.defineProperty(app.request, 'log', {
    get(this: Request) {
      return logger.child({ req: { id: this.id } })
    },
  })
  return (request, response, next) => {
    const id = randomUUID()
    request.id = id
    response.setHeader('x-request-id', id)
    if (isTold || logger.isLevelEnabled('error')) {
      const startedAt = performance.now()
      const { method, originalUrl } = request
      response.once('close', () => {
        const level = response.statusCode >= 500 ? 'error' : 'info'
        if (level === 'info' && !isTold) return
        const line = {
          req: { id, method, url: originalUrl.split('?')[0] },
          res: { statusCode: response.statusCode },
          responseTime: Math.round(performance.now() - startedAt),
        }
        logger[level](line, response.writableFinished ? 'request completed' : 'request aborted')
      })
    }
    next()
  }
}
