import fc from 'fast-check'
import { inject } from 'vitest'

/**
 * One seed for the random cases of every file. Bounded by time, so that a busy machine tries fewer cases instead of failing; NOVALEX_RUNS=full
 * tries all of them.
 */
fc.configureGlobal({
  seed: inject('seed'),
  ...(process.env.NOVALEX_RUNS === 'full' ? {} : { interruptAfterTimeLimit: 8000 }),
})
