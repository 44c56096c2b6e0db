import { vi } from 'vitest'

/** Checks again until nothing is thrown; long enough for a machine whose processors are busy. */
export function waitUntil<T>(check: () => T | Promise<T>): Promise<T> {
  return vi.waitFor(check, { timeout: 20_000, interval: 10 })
}
