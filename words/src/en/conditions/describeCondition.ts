import type { Condition, ConditionTest, FailedTest } from '@novalex/core'
import { joinWords } from '../grammar.ts'
import type { Names } from '../../names.ts'
import { conditionWordsOf } from './index.ts'

const EVERYONE = 'for everyone'
const NO_ONE = 'for no one (conditions can never be met)'

/** Who qualifies: `for members of club`, `for shoppers who are in club and have past orders`. */
export function describeCondition(when: Condition | null, names: Names): string {
  const clause = when === null ? true : simplify(when, false)
  if (typeof clause === 'boolean') return clause ? EVERYONE : NO_ONE
  if ('test' in clause) {
    const alone = conditionWordsOf(clause.test).alone?.(clause.test, { names, isNegated: clause.isNegated })
    if (alone) return alone
  }
  return `for shoppers who ${writeClause(clause, names, 0)}`
}

/** A condition without negated groups, groups of one, and groups inside groups of their own kind. */
type Clause =
  | { readonly test: ConditionTest; readonly isNegated: boolean }
  | { readonly isAll: boolean; readonly of: readonly Clause[] }

/** True and false are conditions that are always or never met. */
function simplify(when: Condition, isNegated: boolean): Clause | boolean {
  if ('not' in when) return simplify(when.not, !isNegated)
  if (!('all' in when || 'any' in when)) return { test: when, isNegated }
  const isAll = 'all' in when !== isNegated
  const parts = ('all' in when ? when.all : when.any).map((part) => simplify(part, isNegated))
  if (parts.includes(!isAll)) return !isAll
  const of = parts
    .filter((part) => typeof part !== 'boolean')
    .flatMap((part) => ('of' in part && part.isAll === isAll ? part.of : [part]))
  return of.length === 0 ? isAll : of.length === 1 ? of[0]! : { isAll, of }
}

/** Groups inside a group are led in by `either` or `both`; further inside, they stand in brackets. */
function writeClause(clause: Clause, names: Names, depth: number): string {
  if ('test' in clause) return conditionWordsOf(clause.test).clause(clause.test, { names, isNegated: clause.isNegated })
  const { isAll, of } = clause
  const parts = of.map((part) => writeClause(part, names, depth + 1))
  const hasGroups = depth === 0 && of.some((part) => 'of' in part)
  const last = isAll ? 'and' : 'or'
  if (hasGroups) return `${parts.slice(0, -1).join(', ')}, ${last} ${parts.at(-1)}`
  const joined = joinWords(parts, last)
  if (depth === 0) return joined
  if (depth > 1) return `(${joined})`
  return isAll ? `${parts.length === 2 ? 'both ' : ''}${joined}` : `either ${joined}`
}

/** What a promotion needs and what the order had instead, after its name. */
export function describeFailed(failed: FailedTest, names: Names): string {
  const found = listAlternatives(failed).map((one) => conditionWordsOf(one.test).describeFound(one.found))
  return `needs ${describeWanted(failed, names)}; ${joinWords([...new Set(found)], 'and')}`
}

/** What a promotion needs, as a noun phrase. */
export function describeWanted(failed: FailedTest, names: Names): string {
  const wanted = listAlternatives(failed).map(({ test, isNegated }) => describeNeed(test, { names, isNegated }))
  return joinWords([...new Set(wanted)], 'or')
}

/** What a test needs, as a noun phrase. */
export function describeNeed(
  test: ConditionTest,
  wording: { readonly names: Names; readonly isNegated: boolean },
): string {
  return conditionWordsOf(test).need(test, wording)
}

/** A failed test with those of the other branches, whatever they were nested in. */
function listAlternatives({ orElse = [], ...failed }: FailedTest): FailedTest[] {
  return [failed, ...orElse.flatMap(listAlternatives)]
}
