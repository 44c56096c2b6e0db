import { listTest } from './shared.ts'

/** `in`: groups of shoppers. */
export const GroupTestSchema = listTest('group')
