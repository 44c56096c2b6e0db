import { readlinkSync } from 'node:fs'
import { constants, setPriority } from 'node:os'

/**
 * Lets everybody else go first for a processor: requests and other tasks are waited for at a screen, the work of this thread is not. Where the
 * system knows no priorities of threads, everything stays as it is.
 */
export function stepBack(): void {
  try {
    // The link names the thread that reads it: `<process>/task/<thread>`.
    const thread = Number(readlinkSync('/proc/thread-self').split('/').at(-1))
    setPriority(thread, constants.priority.PRIORITY_LOW)
  } catch {
    // It is but a courtesy.
  }
}
