import { MessageChannel, receiveMessageOnPort } from 'node:worker_threads'
import { Piscina } from 'piscina'
import { AppError } from '../http/AppError.ts'
import type { TaskName, Tasks } from './tasks.ts'
import type { ThreadError } from './thread.ts'

export interface Watch {
  readonly onProgress: (share: number) => void
  /** Ends the work the next time that it says how far it is. The thread stays, with what it has compiled. */
  readonly signal: AbortSignal
}

export interface Threads {
  run<N extends TaskName>(name: N, question: Tasks[N]['question'], watch?: Watch): Promise<Tasks[N]['answer']>
  close(): Promise<void>
}

const MAX_THREADS = 2
const IDLE_TIMEOUT_MS = 60_000
const FILES_IDLE_TIMEOUT_MS = 10_000
/** Enough for the largest file that is taken; a lower limit keeps the heap from growing for convenience. */
const FILES_HEAP_MB = 128
const FILE_TASKS: ReadonlySet<TaskName> = new Set<TaskName>([
  'readImport',
  'writeImport',
  'undoImport',
  'writeRejected',
  'exportFile',
])

/** Threads with database connections of their own, started when there is work. */
export function createThreads(databaseUrl: string): Threads {
  // From its sources, the server runs through a loader of TypeScript, and so must its threads.
  const isSource = import.meta.url.endsWith('.ts')
  const common = {
    filename: new URL(isSource ? './thread.ts' : './thread.mjs', import.meta.url).href,
    minThreads: 0,
    workerData: { databaseUrl },
    execArgv: isSource ? ['--import', 'tsx'] : [],
  }
  const pool = new Piscina({
    ...common,
    maxThreads: MAX_THREADS,
    idleTimeout: IDLE_TIMEOUT_MS,
  })
  // Files are read one at a time, in a thread that gives its memory back right after.
  const files = new Piscina({
    ...common,
    maxThreads: 1,
    idleTimeout: FILES_IDLE_TIMEOUT_MS,
    resourceLimits: { maxYoungGenerationSizeMb: 8, maxOldGenerationSizeMb: FILES_HEAP_MB },
  })
  const poolOf = (name: TaskName) => (FILE_TASKS.has(name) ? files : pool)

  let isClosing = false
  /**
   * What a task throws comes back as an answer; what the pool throws is a thread that died, such as one that was ending for want of work just as
   * some came. Every task may be done again.
   */
  async function runSafely(task: { readonly name: TaskName; readonly question: unknown }, watch?: Watch) {
    if (isClosing) throw new Error('the threads are closed')
    try {
      return await runOnce(task, watch)
    } catch (died) {
      if (isClosing) throw died
      return runOnce(task, watch)
    }
  }

  async function runOnce(
    task: { readonly name: TaskName; readonly question: unknown },
    watch: Watch | undefined,
  ): Promise<unknown> {
    if (!watch) return poolOf(task.name).run(task)
    const { port1, port2 } = new MessageChannel()
    const stop = () => {
      port1.postMessage('stop')
    }
    port1.on('message', watch.onProgress)
    watch.signal.addEventListener('abort', stop)
    if (watch.signal.aborted) stop()
    try {
      return await poolOf(task.name).run({ ...task, progress: port2 }, { transferList: [port2] })
    } finally {
      watch.signal.removeEventListener('abort', stop)
      // What was told before the answer may still wait to be heard.
      for (let left = receiveMessageOnPort(port1); left; left = receiveMessageOnPort(port1))
        watch.onProgress(left.message as number)
      port1.close()
    }
  }

  return {
    async run<N extends TaskName>(name: N, question: Tasks[N]['question'], watch?: Watch) {
      const result = (await runSafely({ name, question }, watch)) as
        { answer: Tasks[N]['answer'] } | { error: ThreadError }
      if (!('error' in result)) return result.answer
      const { code, problems, facts, stack } = result.error
      throw new AppError(code, { problems, facts, cause: stack })
    },
    async close() {
      isClosing = true
      await Promise.all([pool.destroy(), files.destroy()])
    },
  }
}
