import type { Problem } from '@novalex/core'

/** The whole file can't be read. */
export class UnreadableFile extends Error {
  constructor(readonly problem: Problem) {
    super(problem.code)
  }
}
