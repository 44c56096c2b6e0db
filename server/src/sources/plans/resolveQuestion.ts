import { SHOP_CHANNEL } from '@novalex/contract'
import type { Instant } from '@novalex/core'
import type { Clock } from '../../platform/clock.ts'
import type { PlanSource, SourcedPlan } from './planSource.ts'

/** A plan and the instant for which it is asked, as nearly every question names them. */
export async function resolveQuestion(
  {
    plan = 'working',
    at,
    channel,
  }: { plan?: string | undefined; at?: string | undefined; channel?: string | undefined },
  { plans, clock }: { plans: PlanSource; clock: Clock },
): Promise<SourcedPlan & { readonly now: Instant; readonly guest: typeof GUEST }> {
  const sourced = await plans.get(plan)
  return { ...sourced, now: at === undefined ? clock.now() : Date.parse(at), guest: guestIn(channel) }
}

/** The guest whom product pages are made for. Facts about uses come with orders. */
export const GUEST = { channel: SHOP_CHANNEL, facts: {} }

/** The guest of a channel; of the shop's unless one is named. */
export const guestIn = (channel: string = SHOP_CHANNEL) => ({ ...GUEST, channel })
