import { MessageChannel } from 'node:worker_threads'
import { Piscina } from 'piscina'
import { AppError } from '../http/AppError.ts'
import type { TaskName, Tasks } from './tasks.ts'
import type { ThreadError } from './thread.ts'

export interface Watch {
  readonly onProgress: (share: number) => void
  /** Ends the work, and the thread with it. */
  readonly signal: AbortSignal
}

export interface Threads {
  run<N extends TaskName>(name: N, question: Tasks[N]['question'], watch?: Watch): Promise<Tasks[N]['answer']>
  close(): Promise<void>
}

const MAX_THREADS = 2
const IDLE_TIMEOUT_MS = 60_000

/** Threads with database connections of their own, started when there is work. */
export function createThreads(databaseUrl: string): Threads {
  const pool = new Piscina({
    filename: new URL(import.meta.url.endsWith('.ts') ? './thread.ts' : './thread.mjs', import.meta.url).href,
    minThreads: 0,
    maxThreads: MAX_THREADS,
    idleTimeout: IDLE_TIMEOUT_MS,
    workerData: { databaseUrl },
    // Threads load TypeScript the way the server itself does.
    execArgv: ['--import', 'tsx'],
  })
  async function runWatched(task: object, watch: Watch | undefined): Promise<unknown> {
    if (!watch) return pool.run(task)
    const { port1, port2 } = new MessageChannel()
    port1.on('message', watch.onProgress)
    try {
      return await pool.run({ ...task, progress: port2 }, { transferList: [port2], signal: watch.signal })
    } finally {
      port1.close()
    }
  }

  return {
    async run<N extends TaskName>(name: N, question: Tasks[N]['question'], watch?: Watch) {
      const result = (await runWatched({ name, question }, watch)) as
        { answer: Tasks[N]['answer'] } | { error: ThreadError }
      if (!('error' in result)) return result.answer
      const { code, problems, facts, stack } = result.error
      throw new AppError(code, { problems, facts, cause: stack })
    },
    close: () => pool.destroy(),
  }
}
