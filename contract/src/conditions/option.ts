import { listTest } from './shared.ts'

/** `in`: delivery options. */
export const OptionTestSchema = listTest('option')
