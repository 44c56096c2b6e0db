import type { Repeat } from '../../terms/index.ts'

/** How often an application may be made. */
export function timesOf(repeat: Repeat): number {
  return repeat === 'once' ? 1 : repeat === 'every' ? Infinity : repeat
}
