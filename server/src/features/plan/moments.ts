import type { MomentsAnswer } from '@novalex/contract'
import { toIso, computeHorizon, computePriceMoments, DAY_MS, type Instant } from '@novalex/core'
import { guestIn } from '../../sources/plans/resolveQuestion.ts'
import type { PlanSource } from '../../sources/plans/planSource.ts'

export interface MomentsQuestion {
  readonly plan: string
  readonly now: Instant
  readonly channel: string
}

const LOOK_BACK_DAYS = 60

/** Every instant at which shelf prices change under a plan, from two months back to the plan's horizon. */
export async function computeMoments(
  plans: PlanSource,
  { plan: name, now, channel }: MomentsQuestion,
): Promise<MomentsAnswer> {
  const { plan } = await plans.get(name)
  const to = computeHorizon([plan], now)
  const range = { from: now - LOOK_BACK_DAYS * DAY_MS, to }
  const moments = computePriceMoments(plan, range, guestIn(channel))
  return {
    until: toText(to),
    moments: moments.map(({ at, products, starts, ends }) => ({
      at: toText(at),
      products,
      starts: [...starts],
      ends: [...ends],
    })),
  }
}

function toText(instant: Instant): string {
  return toIso(instant)
}
