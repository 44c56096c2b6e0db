import PQueue from 'p-queue'
import { AppError } from '../platform/errors/AppError.ts'

/** How many heavy tasks one person may have under way at once, and how many more may wait. */
const AT_ONCE = 2
const MOST_WAITING = 10

interface Waiting {
  /** Called with the position in the queue, from 1, whenever it changes. */
  readonly onPlace?: ((place: number) => void) | undefined
  /** Aborted, a task that still waits is taken out of the queue. */
  readonly signal?: AbortSignal
}

interface Line {
  readonly queue: PQueue
  readonly waiting: Set<Waiting>
}

export interface TaskQueues {
  /** Does the work in its turn, counted for one person, of this process. Throws `too-many-tasks` where too many wait. */
  run<T>(person: string, work: () => Promise<T>, waiting?: Waiting): Promise<T>
}

/** So that one person's heavy questions do not take all threads from the others. */
export function createTaskQueues(): TaskQueues {
  const lines = new Map<string, Line>()

  function lineOf(person: string): Line {
    const known = lines.get(person)
    if (known) return known
    const line = { queue: new PQueue({ concurrency: AT_ONCE }), waiting: new Set<Waiting>() }
    line.queue.on('idle', () => lines.delete(person))
    lines.set(person, line)
    return line
  }

  return {
    async run(person, work, own = {}) {
      const { queue, waiting } = lineOf(person)
      if (waiting.size >= MOST_WAITING) throw new AppError('too-many-tasks', { facts: { waiting: waiting.size } })
      const tellPlaces = () => {
        for (const [at, one] of [...waiting].entries()) one.onPlace?.(at + 1)
      }
      const leave = () => {
        if (waiting.delete(own)) tellPlaces()
      }
      waiting.add(own)
      if (queue.pending >= AT_ONCE) own.onPlace?.(waiting.size)
      try {
        return await queue.add(
          () => {
            leave()
            return work()
          },
          own.signal ? { signal: own.signal } : {},
        )
      } finally {
        leave()
      }
    },
  }
}
