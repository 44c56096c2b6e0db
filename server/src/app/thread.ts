import { receiveMessageOnPort, workerData, type MessagePort } from 'node:worker_threads'
import type { ErrorCode } from '@novalex/contract'
import { openDatabase } from '../platform/db/openDatabase.ts'
import { AppError } from '../platform/errors/AppError.ts'
import { toAppError } from '../http/handleError.ts'
import { withoutValues } from '../http/logError.ts'
import { createPlanSource } from '../sources/plans/planSource.ts'
import { createTasks, type TaskName, type Tasks } from './tasks.ts'

/** An error that has crossed from a thread loses its class; this is what is left to make one of. */
export interface ThreadError {
  readonly code: ErrorCode
  readonly problems: AppError['problems']
  readonly facts: AppError['facts']
  /** As it may be logged. */
  readonly cause: { readonly name: string; readonly message: string; readonly stack: string }
}

const database = openDatabase((workerData as { databaseUrl: string }).databaseUrl, { connections: 3 })
const tasks = createTasks(database, createPlanSource(database))

export default async function runTask<N extends TaskName>({
  name,
  question,
  progress,
}: {
  name: N
  question: Tasks[N]['question']
  progress: MessagePort
}) {
  /** Whoever asked may say "stop" meanwhile; a thread at work reads no messages unless it looks. */
  const stopIfAsked = () => {
    if (receiveMessageOnPort(progress)) throw new Error('nobody waits for this task any more')
  }
  const report = (share: number) => {
    stopIfAsked()
    progress.postMessage(share)
  }
  try {
    stopIfAsked()
    return { answer: await tasks[name](question, report) }
  } catch (thrown) {
    const { code, problems, facts } = toAppError(thrown)
    const {
      name: kind,
      message,
      stack = '',
    } = withoutValues(thrown instanceof Error ? thrown : new Error(String(thrown)))
    return { error: { code, problems, facts, cause: { name: kind, message, stack } } satisfies ThreadError }
  }
}
