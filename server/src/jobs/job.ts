/** The pool of threads that runs a job; each pool has a queue of its own. */
export type JobPool =
  /** Interactive questions. */
  | 'question'
  /** Carts and orders of shoppers, which never wait for the desk. */
  | 'shop'
  /** Files, one at a time, in little memory. */
  | 'file'
  /** Files that may be many times as large as the others. */
  | 'largeFile'
  /** Checks, which follow every edit and wait for everything else. */
  | 'check'

/** Work that would block the event loop, and is done in a thread. Question and answer are cloned on their way. */
export interface Job<Question, Answer> {
  /** Unique among all jobs. */
  readonly name: string
  readonly pool: JobPool
  /** Whether the job must not be retried if its thread dies, since the first attempt may have succeeded. */
  readonly isOnce?: true
  /** Does the work. `onProgress`: share done, from 0 to 1; throws once nobody waits for the answer any more. */
  readonly run: (deps: never, question: Question, onProgress: (share: number) => void) => Promise<Answer>
}

/** A job whose dependencies a thread can create. */
export interface RunnableJob<Deps, Question = never, Answer = unknown> extends Job<Question, Answer> {
  readonly run: (deps: Deps, question: Question, onProgress: (share: number) => void) => Promise<Answer>
}
