import { AppError } from './AppError.ts'

/** Refuses as `stale-version`, with what is there now, what was made from another version. */
export function refuseStale(present: { readonly version: number }, version: number): void {
  if (present.version !== version) throw new AppError('stale-version', { facts: { present } })
}
