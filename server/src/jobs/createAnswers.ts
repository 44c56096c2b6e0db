import { LRUCache } from 'lru-cache'
import type { Job } from './job.ts'
import type { Threads } from './threads.ts'

const KEPT_ANSWERS = 24

/** A cache of job answers that everybody shares: concurrent callers wait for the same job. */
export interface Answers {
  /** Returns the answer of a job. `key` identifies the state of the plan; with the question, it determines the answer. */
  of<Q, A>(job: Job<Q, A>, key: string, question: Q): Promise<A>
}

export function createAnswers(threads: Threads): Answers {
  // A fetch that throws is not cached.
  const answers = new LRUCache<string, { readonly answer: unknown }, () => Promise<unknown>>({
    max: KEPT_ANSWERS,
    ignoreFetchAbort: true,
    fetchMethod: async (_key, _stale, { context: ask }) => ({ answer: await ask() }),
  })
  return {
    async of<Q, A>(job: Job<Q, A>, key: string, question: Q) {
      const ask = () => threads.run(job, question)
      const kept = await answers.forceFetch(JSON.stringify([job.name, key, question]), { context: ask })
      return kept.answer as A
    },
  }
}
