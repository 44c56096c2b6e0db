import { Piscina } from 'piscina'
import { AppError } from '../http/AppError.ts'
import type { TaskName, Tasks } from './tasks.ts'
import type { ThreadError } from './thread.ts'

export interface Threads {
  run<N extends TaskName>(name: N, question: Tasks[N]['question']): Promise<Tasks[N]['answer']>
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
  return {
    async run<N extends TaskName>(name: N, question: Tasks[N]['question']) {
      const result = (await pool.run({ name, question })) as { answer: Tasks[N]['answer'] } | { error: ThreadError }
      if (!('error' in result)) return result.answer
      const { code, problems, facts, stack } = result.error
      throw new AppError(code, { problems, facts, cause: stack })
    },
    close: () => pool.destroy(),
  }
}
