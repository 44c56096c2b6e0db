import type { Condition, ConditionTest, FailedTest } from '@novalex/core'
import { joinWords } from '../locale/format.ts'
import type { Names } from '../locale/ruleWords.ts'
import { conditionWordsOf } from './words.ts'

/** A condition as whom it is about: `anyone in club and not signed in`. Groups inside groups stand in brackets. */
export function describeCondition(when: Condition | null, names: Names): string {
  if (when === null) return 'anyone'
  const words = describeGroup(when, names, { isNegated: false, isInside: false })
  return words === '' ? 'anyone' : words === NEVER ? 'nobody' : `anyone ${words}`
}

const NEVER = 'who does not exist'

interface Place {
  readonly isNegated: boolean
  readonly isInside: boolean
}

function describeGroup(when: Condition, names: Names, { isNegated, isInside }: Place): string {
  if ('not' in when) return describeGroup(when.not, names, { isNegated: !isNegated, isInside })
  if (!('all' in when || 'any' in when)) return describeTest(when, names, isNegated)
  const parts = 'all' in when ? when.all : when.any
  const isAll = 'all' in when !== isNegated
  if (parts.length === 0) return isAll ? '' : NEVER
  const isGroup = parts.length > 1
  const words = parts.map((part) => describeGroup(part, names, { isNegated, isInside: isInside || isGroup }))
  const joined = joinWords(words, isAll ? 'and' : 'or')
  return isInside && isGroup ? `(${joined})` : joined
}

/** Describes a test, or that it does not hold, as words after "anyone". */
export function describeTest(test: ConditionTest, names: Names, isNegated: boolean): string {
  return conditionWordsOf(test).describe(test, { names, isNegated })
}

/** The tests that kept a promotion out, of which one had to hold: whom it is for, and what was found instead. */
export function describeFailed(failed: FailedTest, names: Names): string {
  const found = listAlternatives(failed).map((one) => conditionWordsOf(one.test).describeFound(one.found))
  return `is for anyone ${describeWanted(failed, names)}; ${joinWords([...new Set(found)], 'and')}`
}

/** Whom it is for, as words after "anyone". */
export function describeWanted(failed: FailedTest, names: Names): string {
  const wanted = listAlternatives(failed).map(({ test, isNegated }) => describeTest(test, names, isNegated))
  return joinWords([...new Set(wanted)], 'or')
}

/** A failed test with those of the other branches, whatever they were nested in. */
function listAlternatives({ orElse = [], ...failed }: FailedTest): FailedTest[] {
  return [failed, ...orElse.flatMap(listAlternatives)]
}
