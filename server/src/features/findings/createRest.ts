/** Edits come in bursts: work is debounced by this interval, */
const REST_MS = 1500
/** but delayed no longer than this. */
const LONGEST_MS = 10_000

export interface Rest {
  /** Notes the state of a subject for which nothing has to start. */
  note(subject: string, state: string): void
  /** Starts the work for a subject: at once, or after a rest where its state is another one than was last seen. */
  startSoon(subject: string, state: string): void
}

/** Delays work that follows edits. `start` is called once for each burst. */
export function createRest(start: (subject: string) => void): Rest {
  const delayed = new Map<string, { readonly since: number; readonly timer: NodeJS.Timeout }>()
  const seen = new Map<string, string>()
  return {
    note(subject, state) {
      seen.set(subject, state)
    },
    startSoon(subject, state) {
      const before = seen.get(subject)
      seen.set(subject, state)
      const known = delayed.get(subject)
      if (known && before === state) return
      clearTimeout(known?.timer)
      const since = known?.since ?? performance.now()
      const restMs = before === undefined || before === state ? 0 : REST_MS
      const begin = () => {
        delayed.delete(subject)
        start(subject)
      }
      const timer = setTimeout(begin, Math.min(restMs, Math.max(0, since + LONGEST_MS - performance.now())))
      delayed.set(subject, { since, timer: timer.unref() })
    },
  }
}
