import { readlinkSync } from 'node:fs'
import { setPriority } from 'node:os'

/** A fourth or so of what others get where all want a processor: a release waits for it, so it must come on. */
const NICENESS = 5

/**
 * Lets everybody else go first for a processor: requests and other tasks are waited for at a screen, the work of this thread is not. Where the
 * system knows no priorities of threads, everything stays as it is.
 */
export function stepBack(): void {
  try {
    // The link names the thread that reads it: `<process>/task/<thread>`.
    const thread = Number(readlinkSync('/proc/thread-self').split('/').at(-1))
    setPriority(thread, NICENESS)
  } catch {
    // It is but a courtesy.
  }
}
