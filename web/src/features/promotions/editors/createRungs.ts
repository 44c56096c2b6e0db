import type { Value } from '@novalex/core'

const MOST_RUNGS = 200

interface Wanted {
  readonly every: number | null
  readonly start: number | null
  readonly step: number | null
  readonly until: number | null
}

/** Rungs by units sold whose price grows by `step` every so many, the last one at most `until`; null where that makes none or too many. */
export function createRungs({ every, start, step, until }: Wanted): { at: number; value: Value }[] | null {
  if (!every || start === null || !step || until === null || until < start) return null
  const count = Math.floor((until - start) / step) + 1
  if (count > MOST_RUNGS) return null
  return Array.from({ length: count }, (_, index) => ({ at: index * every, value: { price: start + index * step } }))
}
