import { LRUCache } from 'lru-cache'
import type { TaskName, Tasks } from '../app/tasks.ts'
import type { Threads } from './threads.ts'

const KEPT_ANSWERS = 24

/** Answers of threads that everybody shares: each is worked out once, however many ask for it, and kept while it is asked for. */
export interface Answers {
  /** `key` says which state of the plan the question is about; with the question, it says all that the answer depends on. */
  of<N extends TaskName>(name: N, key: string, question: Tasks[N]['question']): Promise<Tasks[N]['answer']>
}

export function createAnswers(threads: Threads): Answers {
  // What broke is not kept.
  const answers = new LRUCache<string, { readonly answer: unknown }, () => Promise<unknown>>({
    max: KEPT_ANSWERS,
    ignoreFetchAbort: true,
    fetchMethod: async (_key, _stale, { context: ask }) => ({ answer: await ask() }),
  })
  return {
    async of<N extends TaskName>(name: N, key: string, question: Tasks[N]['question']) {
      const ask = () => threads.run(name, question)
      const kept = await answers.forceFetch(JSON.stringify([name, key, question]), { context: ask })
      return kept.answer as Tasks[N]['answer']
    },
  }
}
