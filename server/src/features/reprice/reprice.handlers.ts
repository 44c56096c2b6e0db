import { repriceJob } from './reprice.jobs.ts'
import type { RepriceLine } from '@novalex/contract'
import type { Clock } from '../../platform/clock.ts'
import { toErrorAnswer } from '../../http/handleError.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { Threads } from '../../jobs/threads.ts'
import type { TakeOffService } from './takeOff.service.ts'

interface Deps {
  readonly threads: Threads
  readonly clock: Clock
  readonly takeOff: TakeOffService
}

type Own = 'previewReprice' | 'previewSalePriceRemoval' | 'removeSalePrices'

/** New prices for many products: looked at beforehand; taken off again. */
export function createRepriceHandlers({ threads, clock, takeOff }: Deps): HandlersOf<Own> {
  return {
    /** Answers line by line, so that whoever waits sees how far it is; who goes away cancels it. */
    previewReprice: async ({ body: question, request, response }) => {
      const leaving = new AbortController()
      response.on('close', () => {
        leaving.abort()
      })
      const write = (line: RepriceLine) => {
        response.write(`${JSON.stringify(line)}\n`)
        response.flush()
      }
      if (!response.headersSent) response.type('application/x-ndjson')
      try {
        const task = { question, now: clock.now() }
        const onProgress = (progress: number) => {
          write({ progress })
        }
        write({ answer: await threads.run(repriceJob, task, { onProgress, signal: leaving.signal }) })
      } catch (thrown) {
        if (leaving.signal.aborted) return undefined
        write(toErrorAnswer(thrown, request))
      }
      response.end()
      return undefined
    },
    previewSalePriceRemoval: ({ body }) => takeOff.preview(body),
    removeSalePrices: ({ body, by }) => takeOff.run(body, by),
  }
}
