import { listTest } from './shared.ts'

/** `in`: countries of delivery. */
export const CountryTestSchema = listTest('country')
