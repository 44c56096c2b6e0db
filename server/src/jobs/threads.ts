import { MessageChannel, receiveMessageOnPort } from 'node:worker_threads'
import PQueue from 'p-queue'
import { Piscina } from 'piscina'
import { AppError } from '../platform/errors/AppError.ts'
import type { TaskName, Tasks } from '../app/tasks.ts'
import type { ThreadError } from '../app/thread.ts'

export interface Watch {
  readonly onProgress?: (share: number) => void
  /**
   * Cancels the work. Work that says how far it is ends the next time that it does, and its thread stays with what it has compiled; other work
   * ends with its thread, a moment later.
   */
  readonly signal?: AbortSignal
}

export interface Threads {
  /** Throws what the task throws; `took-too-long` and `needs-too-much-memory` where its thread had to be ended. */
  run<N extends TaskName>(name: N, question: Tasks[N]['question'], watch?: Watch): Promise<Tasks[N]['answer']>
  close(): Promise<void>
}

export interface ThreadLimits {
  /** From when a task is asked for until its answer. */
  readonly questionMs: number
  readonly fileMs: number
}

export const LIMITS: ThreadLimits = { questionMs: 60_000, fileMs: 900_000 }

const MAX_THREADS = 2
/** What shoppers ask never takes the threads of the desk's people. */
const SHOP_TASKS: ReadonlySet<TaskName> = new Set<TaskName>(['shopCart', 'placeOrder'])
const IDLE_TIMEOUT_MS = 60_000
const CHECK_IDLE_TIMEOUT_MS = 600_000
const FILES_IDLE_TIMEOUT_MS = 10_000
/** How long a cancelled task has to notice it by itself. */
const STOP_GRACE_MS = 1000
/** Enough for the largest file that is taken; a lower limit keeps the heap from growing for convenience. */
const FILES_HEAP_MB = 128
/** Enough for a million lines of orders. */
const LARGE_FILES_HEAP_MB = 1024
const FILE_TASKS: ReadonlySet<TaskName> = new Set<TaskName>([
  'readImport',
  'writeImport',
  'undoImport',
  'writeRejected',
  'exportFile',
  'makeCodes',
  'codeFile',
  'redemptions',
])
/** Work on files that may be many times as large as the others. */
const LARGE_TASKS: ReadonlySet<TaskName> = new Set<TaskName>(['readOrders', 'writeOrders'])
/** What nobody waits for at a screen. */
const isLong = (name: TaskName) => FILE_TASKS.has(name) || LARGE_TASKS.has(name) || name === 'checkPlan'
/** What must not be done a second time when a thread dies on the way, since the first time may have succeeded. */
const ONCE: ReadonlySet<TaskName> = new Set<TaskName>(['release', 'undoImport'])

interface Task {
  readonly name: TaskName
  readonly question: unknown
}

/** What a thread runs, as it is built beside the server. */
const BUILT = new URL('./thread.mjs', import.meta.url).href

/** Threads with database connections of their own, started when there is work. */
export function createThreads(
  databaseUrl: string,
  { limits = LIMITS, filename = BUILT }: { readonly limits?: ThreadLimits; readonly filename?: string } = {},
): Threads {
  const createPool = (options: { readonly maxThreads: number } & ConstructorParameters<typeof Piscina>[0]) => ({
    threads: new Piscina({ filename, minThreads: 0, workerData: { databaseUrl }, ...options }),
    // Tasks wait here: one that waits in Piscina's own queue, behind one whose thread is ended, waits for ever.
    queue: new PQueue({ concurrency: options.maxThreads }),
  })
  const pool = createPool({ maxThreads: MAX_THREADS, idleTimeout: IDLE_TIMEOUT_MS })
  const shop = createPool({ maxThreads: 1, idleTimeout: IDLE_TIMEOUT_MS })
  // Files are read one at a time, in a thread that gives its memory back right after.
  const files = createPool({
    maxThreads: 1,
    idleTimeout: FILES_IDLE_TIMEOUT_MS,
    resourceLimits: { maxYoungGenerationSizeMb: 8, maxOldGenerationSizeMb: FILES_HEAP_MB },
  })
  const largeFiles = createPool({
    maxThreads: 1,
    idleTimeout: FILES_IDLE_TIMEOUT_MS,
    resourceLimits: { maxYoungGenerationSizeMb: 32, maxOldGenerationSizeMb: LARGE_FILES_HEAP_MB },
  })
  // Checks follow every edit, so theirs keeps what it has compiled, and nobody else waits for it.
  const checks = createPool({ maxThreads: 1, idleTimeout: CHECK_IDLE_TIMEOUT_MS })
  const poolOf = (name: TaskName) => {
    if (name === 'checkPlan') return checks
    if (SHOP_TASKS.has(name)) return shop
    return LARGE_TASKS.has(name) ? largeFiles : FILE_TASKS.has(name) ? files : pool
  }

  let isClosing = false
  /**
   * What a task throws comes back as an answer; what the pool throws is a thread that died, such as one that was ending for want of work just as
   * some came.
   */
  async function runSafely(task: Task, watch: Watch): Promise<unknown> {
    if (isClosing) throw new Error('the threads are closed')
    try {
      return await runOnce(task, watch)
    } catch (died) {
      const isOutOfMemory = (died as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY'
      if (isOutOfMemory) throw new AppError('needs-too-much-memory', { cause: died })
      if (isClosing || died instanceof AppError || watch.signal?.aborted || ONCE.has(task.name)) throw died
      return runOnce(task, watch)
    }
  }

  async function runOnce(task: Task, { onProgress, signal }: Watch): Promise<unknown> {
    const { port1, port2 } = new MessageChannel()
    const ending = new AbortController()
    let isLate = false
    let grace: NodeJS.Timeout | undefined
    const limit = setTimeout(
      () => {
        isLate = true
        ending.abort()
      },
      isLong(task.name) ? limits.fileMs : limits.questionMs,
    )
    const stop = () => {
      port1.postMessage('stop')
      grace = setTimeout(() => {
        ending.abort()
      }, STOP_GRACE_MS)
    }
    if (onProgress) port1.on('message', onProgress)
    signal?.addEventListener('abort', stop)
    if (signal?.aborted) stop()
    try {
      const { threads, queue } = poolOf(task.name)
      const transfer = { transferList: [port2], signal: ending.signal }
      const begin = (): Promise<unknown> => threads.run({ ...task, progress: port2 }, transfer)
      return await queue.add(begin, { signal: ending.signal })
    } catch (ended) {
      throw isLate ? new AppError('took-too-long', { cause: ended }) : ended
    } finally {
      clearTimeout(limit)
      clearTimeout(grace)
      signal?.removeEventListener('abort', stop)
      // What was told before the answer may still wait to be heard.
      for (let left = receiveMessageOnPort(port1); left; left = receiveMessageOnPort(port1))
        onProgress?.(left.message as number)
      port1.close()
    }
  }

  return {
    async run<N extends TaskName>(name: N, question: Tasks[N]['question'], watch: Watch = {}) {
      const result = (await runSafely({ name, question }, watch)) as
        { answer: Tasks[N]['answer'] } | { error: ThreadError }
      if (!('error' in result)) return result.answer
      const { code, problems, facts, cause } = result.error
      throw new AppError(code, { problems, facts, cause: Object.assign(new Error(cause.message), cause) })
    },
    async close() {
      isClosing = true
      await Promise.all([pool, shop, files, largeFiles, checks].map(({ threads }) => threads.destroy()))
    },
  }
}
