import type { PairAnswer } from '@novalex/contract'
import { computePair, type CompiledPlan, type Delivery, type Promotion } from '@novalex/core'
import { AppError } from '../../platform/errors/AppError.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'

export interface PairQuestion {
  /** Ids of promotions of the working plan. */
  readonly first: string
  readonly second: string
  /** The store's deliveries. */
  readonly deliveries: readonly Delivery[]
}

/** A cart in which both promotions fit, priced with neither, each and both. */
export async function computePairAnswer(
  plans: PlanSource,
  { first, second, deliveries }: PairQuestion,
): Promise<PairAnswer> {
  const { plan } = await plans.get('working')
  return computePair(getPromotion(plan, first), getPromotion(plan, second), { plan, deliveries })
}

function getPromotion(plan: CompiledPlan, id: string): Promotion {
  const entry = plan.findPromotion(id)
  if (!entry) throw new AppError('not-found', { facts: { kind: 'promotion', id } })
  return entry.promotion
}
