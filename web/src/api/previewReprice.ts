import type { ErrorCode, RepriceAnswer, RepriceLine, RepriceQuestion } from '@novalex/contract'
import { pathOf, toOptions } from './call.ts'
import { ApiError, requestLines } from './http.ts'

interface Watch {
  readonly signal: AbortSignal
  /** Called with the share that is done, from 0 to 1. */
  readonly onProgress: (share: number) => void
  /** Called with the place in the queue, from 1. */
  readonly onWaiting: (place: number) => void
}

/** Returns what new prices would make of every product. Throws an `ApiError`. */
export async function previewReprice(
  body: RepriceQuestion,
  { signal, onProgress, onWaiting }: Watch,
): Promise<RepriceAnswer> {
  const lines = requestLines<RepriceLine>(pathOf('previewReprice'), toOptions('previewReprice', { body, signal }))
  for await (const line of lines) {
    if ('answer' in line) return line.answer
    if ('error' in line) throw new ApiError(line.error.code as ErrorCode, line.error)
    if ('waiting' in line) onWaiting(line.waiting)
    else onProgress(line.progress)
  }
  throw new ApiError('unreachable')
}
