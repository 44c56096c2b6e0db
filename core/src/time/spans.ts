import type { Instant } from '../values/index.ts'

/** A stretch of time, half-open. */
export interface Span {
  readonly from: Instant
  readonly until: Instant
}

/** Adds a span to a list in order of time; one that follows the last without a gap and says what it says is joined to it. */
export function pushSpan<S extends Span>(spans: S[], next: S, isAlike: (a: S, b: S) => boolean): void {
  const last = spans.at(-1)
  if (last?.until === next.from && isAlike(last, next)) spans[spans.length - 1] = { ...last, until: next.until }
  else spans.push(next)
}
