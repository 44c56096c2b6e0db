export { formatAmount, parseAmount, parsePercent } from './amount.ts'
export { percentOf, roundHalfUp, taxOn, WHOLE, type BasisPoints, type MinorUnits } from './money.ts'
export { firstOf, lastOf, mapPair } from './lists.ts'
export { once } from './once.ts'
export {
  createProblem,
  placeBelow,
  placeProblem,
  type FactsAsked,
  type Fault,
  type Problem,
  type ProblemFacts,
} from './problem.ts'
export { PROBLEM_CODES, type ProblemCode } from './problemCodes.ts'
export { isSameValue } from './sameValue.ts'
export { toSlug } from './slug.ts'
export { spread, type Share } from './spread.ts'
export { entriesOf, keysOf } from './tables.ts'
export {
  addDays,
  countDays,
  dateOf,
  DAY_MS,
  HOUR_MS,
  isLocalDateTime,
  isTimeZone,
  MINUTE_MS,
  SECOND_MS,
  timeOf,
  toInstant,
  toIso,
  toLocal,
  toOffsetIso,
  weekdayOf,
  type Instant,
  type LocalDateTime,
  type LocalTime,
} from './time.ts'
