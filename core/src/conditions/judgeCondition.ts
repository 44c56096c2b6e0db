import type { Condition, FailedTest } from '../terms/index.ts'
import type { ConditionView, Truth } from './definition.ts'
import { conditionOf } from './definitions.ts'

export interface Judgement {
  readonly truth: Truth
  readonly failed: FailedTest | null
}

const TRUE: Judgement = { truth: 'true', failed: null }

/** Judges a condition in three-valued logic. Source: docs/pricing.md, "Conditions". */
export function judgeCondition(condition: Condition, view: ConditionView): Judgement {
  return judge(condition, view, false)
}

/** Carries `not` down to the tests, where `all` under it becomes `any`, so that the failed test can be named. */
function judge(condition: Condition, view: ConditionView, isNegated: boolean): Judgement {
  if ('not' in condition) return judge(condition.not, view, !isNegated)
  if ('all' in condition || 'any' in condition) {
    const parts = 'all' in condition ? condition.all : condition.any
    const judgements = parts.map((part) => judge(part, view, isNegated))
    return 'all' in condition !== isNegated ? joinAll(judgements) : joinAny(judgements)
  }
  const { truth, found } = conditionOf(condition).judge(condition, view)
  const holds = isNegated ? NEGATED[truth] : truth
  return holds === 'true' ? TRUE : { truth: holds, failed: { test: condition, isNegated, found } }
}

const NEGATED: Readonly<Record<Truth, Truth>> = { true: 'false', false: 'true', unknown: 'unknown' }

/** False wins, then unknown; true for an empty list. */
function joinAll(judgements: readonly Judgement[]): Judgement {
  const isFalse = judgements.find(({ truth }) => truth === 'false')
  return isFalse ?? judgements.find(({ truth }) => truth === 'unknown') ?? TRUE
}

/** True wins, then unknown; false for an empty list. */
function joinAny(judgements: readonly Judgement[]): Judgement {
  if (judgements.some(({ truth }) => truth === 'true')) return TRUE
  const first = judgements.find(({ truth }) => truth === 'unknown') ?? judgements[0]
  if (!first?.failed) return first ?? { truth: 'false', failed: null }
  const orElse = judgements.flatMap(({ failed }) => (failed === null || failed === first.failed ? [] : [failed]))
  return orElse.length > 0 ? { truth: first.truth, failed: { ...first.failed, orElse } } : first
}
