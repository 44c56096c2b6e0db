import { expose } from 'comlink'
import { vi } from 'vitest'
import { tillPricing } from '@/workers/tillPricing.ts'

/** Stands in for the browser's workers while a test runs: carts are priced in the same thread, asked by messages as in another one. */
export function stubWorker(): void {
  // A constructor that returns an object gives that object.
  vi.stubGlobal('Worker', function () {
    const { port1, port2 } = new MessageChannel()
    expose(tillPricing, port1)
    return port2
  })
}
