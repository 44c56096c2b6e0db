import { receiveMessageOnPort, type MessagePort } from 'node:worker_threads'
import type { ErrorCode } from '@novalex/contract'
import { toAppError } from '../http/handleError.ts'
import { withoutValues } from '../http/logError.ts'
import type { AppError } from '../platform/errors/AppError.ts'
import type { RunnableJob } from './job.ts'

/** An error that has crossed from a thread, which strips it of its class. */
export interface ThreadError {
  readonly code: ErrorCode
  readonly problems: AppError['problems']
  readonly facts: AppError['facts']
  /** The original error as it may be logged. */
  readonly cause: { readonly name: string; readonly message: string; readonly stack: string }
}

/** A job's name and input, as sent to a thread. */
export interface JobRequest {
  readonly name: string
  readonly question: unknown
  readonly progress: MessagePort
}

/** Creates the function that a thread runs for each job it is sent. */
export function createJobRunner<Deps>(jobs: readonly RunnableJob<Deps>[], deps: Deps) {
  const byName = new Map(jobs.map((job) => [job.name, job]))

  return async ({ name, question, progress }: JobRequest): Promise<{ answer: unknown } | { error: ThreadError }> => {
    /** Throws once the asker has sent "stop"; a thread at work receives no messages unless it looks for them. */
    const stopIfAsked = () => {
      if (receiveMessageOnPort(progress)) throw new Error('nobody waits for this job any more')
    }
    const report = (share: number) => {
      stopIfAsked()
      progress.postMessage(share)
    }
    try {
      stopIfAsked()
      const job = byName.get(name)
      if (!job) throw new Error(`the threads know no job ${name}: enter it in app/jobs.ts`)
      return { answer: await job.run(deps, question as never, report) }
    } catch (thrown) {
      return { error: toThreadError(thrown) }
    }
  }
}

function toThreadError(thrown: unknown): ThreadError {
  const { code, problems, facts } = toAppError(thrown)
  const { name, message, stack = '' } = withoutValues(thrown instanceof Error ? thrown : new Error(String(thrown)))
  return { code, problems, facts, cause: { name, message, stack } }
}
