import { listTest } from './shared.ts'

/** `in`: audiences. */
export const AudienceTestSchema = listTest('audience')
