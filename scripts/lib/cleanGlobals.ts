import { afterAll, vi } from 'vitest'

// Test files share their worker: what one puts in the place of a global, such as fetch, ends with it.
afterAll(() => {
  vi.unstubAllGlobals()
})
