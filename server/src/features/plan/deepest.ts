import type { DeepestAnswer } from '@novalex/contract'
import { toIso, computeDeepest } from '@novalex/core'
import { guestIn } from '../../sources/plans/resolveQuestion.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'

export interface DeepestQuestion {
  readonly plan: string
  readonly channel: string
  readonly from: number
  readonly to: number
}

/** How deep each category is cut through a window. */
export async function computeDeepestAnswer(
  plans: PlanSource,
  { plan: name, channel, from, to }: DeepestQuestion,
): Promise<DeepestAnswer> {
  const { plan } = await plans.get(name)
  return computeDeepest(plan, { from, to }, guestIn(channel)).map(({ category, spans }) => ({
    category,
    spans: spans.map((span) => ({
      ...span,
      from: toIso(span.from),
      until: toIso(span.until),
      promotions: [...span.promotions],
    })),
  }))
}
