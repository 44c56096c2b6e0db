import { listTest } from './shared.ts'

/** `in`: tags of shoppers. */
export const TagTestSchema = listTest('tag')
