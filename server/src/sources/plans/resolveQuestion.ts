import type { Instant } from '@novalex/core'
import type { Clock } from '../../platform/clock.ts'
import { DEFAULT_CHANNEL } from './channel.ts'
import type { PlanSource, SourcedPlan } from './planSource.ts'

/** A plan and the instant for which it is asked, as nearly every question names them. */
export async function resolveQuestion(
  { plan = 'working', at }: { plan?: string | undefined; at?: string | undefined },
  { plans, clock }: { plans: PlanSource; clock: Clock },
): Promise<SourcedPlan & { readonly now: Instant }> {
  const sourced = await plans.get(plan)
  return { ...sourced, now: at === undefined ? clock.now() : Date.parse(at) }
}

/** The guest whom product pages are made for. Facts about uses come with orders. */
export const GUEST = { channel: DEFAULT_CHANNEL, facts: {} }
