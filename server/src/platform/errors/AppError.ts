import { ERROR_STATUS, type ErrorCode } from '@novalex/contract'
import type { Problem } from '@novalex/core'

/** The one error that the server throws on purpose: a registered code, and what a sentence about it needs. */
export class AppError extends Error {
  readonly code: ErrorCode
  readonly problems: readonly Problem[] | undefined
  readonly facts: Readonly<Record<string, unknown>> | undefined

  constructor(
    code: ErrorCode,
    details: { problems?: readonly Problem[]; facts?: Readonly<Record<string, unknown>>; cause?: unknown } = {},
  ) {
    super(code, { cause: details.cause })
    this.code = code
    this.problems = details.problems
    this.facts = details.facts
  }

  get status(): number {
    return ERROR_STATUS[this.code]
  }
}

/** Throws the problems as one refusal, unless there are none. */
export function refuseIfAny(problems: readonly Problem[]): void {
  if (problems.length > 0) throw new AppError('invalid-input', { problems })
}
