import { MessageChannel, receiveMessageOnPort, type MessagePort } from 'node:worker_threads'
import PQueue from 'p-queue'
import { Piscina } from 'piscina'
import { jobSeconds, jobsPending } from '../platform/metrics.ts'
import { AppError } from '../platform/errors/AppError.ts'
import type { JobRequest, ThreadError } from './createJobRunner.ts'
import type { Job, JobPool } from './job.ts'

export interface Watch {
  readonly onProgress?: (share: number) => void
  /**
   * Cancels the work. Work that says how far it is ends the next time that it does, and its thread stays with what it has compiled; other work
   * ends with its thread, a moment later.
   */
  readonly signal?: AbortSignal
}

export interface Threads {
  /** Runs a job. Throws what the job throws; `took-too-long` and `needs-too-much-memory` if its thread had to be ended. */
  run<Q, A>(job: Job<Q, A>, question: Q, watch?: Watch): Promise<A>
  close(): Promise<void>
}

interface ThreadLimits {
  /** From when a task is asked for until its answer. */
  readonly questionMs: number
  readonly fileMs: number
}

export const LIMITS: ThreadLimits = { questionMs: 60_000, fileMs: 900_000 }

const MAX_THREADS = 2
const IDLE_TIMEOUT_MS = 60_000
const CHECK_IDLE_TIMEOUT_MS = 600_000
const FILES_IDLE_TIMEOUT_MS = 10_000
/** Grace period in which a cancelled job can end by itself. */
const STOP_GRACE_MS = 1000
/** Enough for the largest file that is accepted; a lower limit keeps the heap from growing for convenience. */
const FILES_HEAP_MB = 128
/** Enough for a million order lines. */
const LARGE_FILES_HEAP_MB = 1024
/** Pools whose work nobody waits for at a screen. */
const LONG_POOLS: ReadonlySet<JobPool> = new Set<JobPool>(['file', 'largeFile', 'check'])

/** The bundle that threads run, built beside the server's. */
const BUILT = new URL('./thread.mjs', import.meta.url).href

interface Task {
  readonly job: Pick<Job<never, unknown>, 'name' | 'pool' | 'isOnce'>
  readonly question: unknown
}

/** Executes the jobs of one pool. */
export interface Pool {
  run(
    request: JobRequest,
    how: { readonly transferList: readonly MessagePort[]; readonly signal: AbortSignal },
  ): Promise<unknown>
  destroy(): Promise<void>
}

type PoolOptions = ConstructorParameters<typeof Piscina>[0] & {
  readonly maxThreads: number
  /** Whether everything else goes first for a processor. */
  readonly isBackground?: boolean
}

type Result<A> = { readonly answer: A } | { readonly error: ThreadError }

/** Records duration and outcome of a job, and how many are pending in its pool. */
async function measure<A>({ name, pool }: Task['job'], work: () => Promise<Result<A>>): Promise<Result<A>> {
  const end = jobSeconds.startTimer({ job: name })
  jobsPending.inc({ pool })
  let outcome = 'died'
  try {
    const result = await work()
    outcome = 'error' in result ? result.error.code : 'done'
    return result
  } finally {
    end({ outcome })
    jobsPending.dec({ pool })
  }
}

interface ThreadSettings {
  readonly limits?: ThreadLimits
  /** The bundle that threads run. */
  readonly filename?: string
  /** Executes jobs in place of worker threads. */
  readonly pool?: Pool
}

/** Threads with database connections of their own, started when there is work. */
export function createThreads(
  databaseUrl: string,
  { limits = LIMITS, filename = BUILT, pool }: ThreadSettings = {},
): Threads {
  const createPool = ({ isBackground = false, ...options }: PoolOptions) => ({
    threads: pool ?? new Piscina({ filename, minThreads: 0, workerData: { databaseUrl, isBackground }, ...options }),
    // Jobs wait here: one that waits in Piscina's own queue, behind one whose thread is ended, waits for ever.
    queue: new PQueue({ concurrency: options.maxThreads }),
  })
  const pools: Readonly<Record<JobPool, ReturnType<typeof createPool>>> = {
    question: createPool({ maxThreads: MAX_THREADS, idleTimeout: IDLE_TIMEOUT_MS }),
    shop: createPool({ maxThreads: 1, idleTimeout: IDLE_TIMEOUT_MS }),
    // Files are read one at a time, in a thread that gives its memory back right after.
    file: createPool({
      maxThreads: 1,
      idleTimeout: FILES_IDLE_TIMEOUT_MS,
      resourceLimits: { maxYoungGenerationSizeMb: 8, maxOldGenerationSizeMb: FILES_HEAP_MB },
    }),
    largeFile: createPool({
      maxThreads: 1,
      idleTimeout: FILES_IDLE_TIMEOUT_MS,
      resourceLimits: { maxYoungGenerationSizeMb: 32, maxOldGenerationSizeMb: LARGE_FILES_HEAP_MB },
    }),
    // Checks follow every edit, so their thread keeps what it has compiled.
    check: createPool({ maxThreads: 1, idleTimeout: CHECK_IDLE_TIMEOUT_MS, isBackground: true }),
  }

  let isClosing = false
  /**
   * Runs a job, again if its thread died. What a job throws comes back as an answer; what the pool throws is a thread that died, such as one that was
   * ending for want of work just as some came.
   */
  async function runSafely(task: Task, watch: Watch): Promise<unknown> {
    if (isClosing) throw new Error('the threads are closed')
    try {
      return await runOnce(task, watch)
    } catch (died) {
      const isOutOfMemory = (died as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY'
      if (isOutOfMemory) throw new AppError('needs-too-much-memory', { cause: died })
      if (isClosing || died instanceof AppError || watch.signal?.aborted || task.job.isOnce) throw died
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
      LONG_POOLS.has(task.job.pool) ? limits.fileMs : limits.questionMs,
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
      const { threads, queue } = pools[task.job.pool]
      const transfer = { transferList: [port2], signal: ending.signal }
      const { job, question } = task
      const begin = (): Promise<unknown> => threads.run({ name: job.name, question, progress: port2 }, transfer)
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
    async run<Q, A>(job: Job<Q, A>, question: Q, watch: Watch = {}) {
      const result = await measure(job, () => runSafely({ job, question }, watch) as Promise<Result<A>>)
      if (!('error' in result)) return result.answer
      const { code, problems, facts, cause } = result.error
      throw new AppError(code, { problems, facts, cause: Object.assign(new Error(cause.message), cause) })
    },
    async close() {
      isClosing = true
      await Promise.all(Object.values(pools).map(({ threads }) => threads.destroy()))
    },
  }
}
