import { RepriceQuestion, TakeOffRequest, TakeOffRun, type RepriceLine } from '@novalex/contract'
import { Router } from 'express'
import type { Clock } from '../clock.ts'
import { actorOf } from '../http/actor.ts'
import { toAppError } from '../http/handleError.ts'
import { parseBody } from '../http/validate.ts'
import type { Threads } from '../threads/threads.ts'
import type { TakeOffService } from './takeOff.service.ts'

interface RepriceDeps {
  readonly threads: Threads
  readonly clock: Clock
  readonly takeOff: TakeOffService
}

/** New prices for many products: looked at beforehand; taken off again. */
export function createRepriceRoutes({ threads, clock, takeOff }: RepriceDeps): Router {
  const routes = Router()
  /** Answers line by line, so that whoever waits sees how far it is; who goes away cancels it. */
  routes.post('/reprice/preview', async (request, response) => {
    const question = parseBody(RepriceQuestion, request)
    const leaving = new AbortController()
    response.on('close', () => {
      leaving.abort()
    })
    const write = (line: RepriceLine) => {
      response.write(`${JSON.stringify(line)}\n`)
      response.flush()
    }
    response.type('application/x-ndjson')
    try {
      const task = { question, now: clock.now() }
      const onProgress = (progress: number) => {
        write({ progress })
      }
      write({ answer: await threads.run('reprice', task, { onProgress, signal: leaving.signal }) })
    } catch (thrown) {
      if (leaving.signal.aborted) return
      const { code, problems, facts, status } = toAppError(thrown)
      if (status >= 500) request.log.error({ err: thrown }, code)
      write({
        error: {
          code,
          requestId: String(request.id),
          ...(problems ? { problems: [...problems] } : {}),
          ...(facts ? { facts } : {}),
        },
      })
    }
    response.end()
  })
  routes.post('/reprice/take-off/preview', async (request, response) => {
    response.json(await takeOff.preview(parseBody(TakeOffRequest, request)))
  })
  routes.post('/reprice/take-off', async (request, response) => {
    response.json(await takeOff.run(parseBody(TakeOffRun, request), actorOf(request)))
  })
  return routes
}
