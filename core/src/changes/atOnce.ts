import { computeStatus, type Promotion } from '../plan/index.ts'
import { MINUTE_MS, toInstant, toLocal, type Instant, type LocalDateTime } from '../values/index.ts'
import type { PlanContent } from './planContent.ts'

/** What is to happen to one live promotion at once, whatever else is planned. */
export type AtOnce =
  | { readonly act: 'pause'; readonly promotion: string }
  | { readonly act: 'end'; readonly promotion: string }
  | { readonly act: 'extend'; readonly promotion: string; readonly end: LocalDateTime }

/** The one field of one live promotion that is changed at once. */
export type LivePatch =
  | { readonly promotion: string; readonly state: 'paused' }
  | { readonly promotion: string; readonly end: LocalDateTime }

/** Why a promotion can't be changed at once: it does not run, or the new end is not after the present one and `now`. */
type Refusal = 'not-running' | 'not-later'

/** What an act comes to for the live promotion at an instant. It ends at the last full minute, but never before it has begun. */
export function toLivePatch(
  atOnce: AtOnce,
  live: Promotion,
  { now, zone }: { readonly now: Instant; readonly zone: string },
): LivePatch | Refusal {
  const status = computeStatus(live, zone, now)
  if (status !== 'running' && (status !== 'scheduled' || atOnce.act === 'end')) return 'not-running'
  const { promotion } = atOnce
  if (atOnce.act === 'pause') return { promotion, state: 'paused' }
  const { start, end } = live.schedule
  if (atOnce.act === 'end') {
    const minute = Math.floor(now / MINUTE_MS) * MINUTE_MS
    const first = start === undefined ? -Infinity : toInstant(start, zone) + MINUTE_MS
    return { promotion, end: toLocal(Math.max(minute, first), zone).slice(0, 16) }
  }
  const isLater = end !== undefined && toInstant(atOnce.end, zone) > Math.max(now, toInstant(end, zone))
  return isLater ? { promotion, end: atOnce.end } : 'not-later'
}

/** A promotion with a patch: one with an end of its own follows no occasion any more. */
export function patchPromotion(promotion: Promotion, patch: LivePatch): Promotion {
  if ('state' in patch) return { ...promotion, state: patch.state }
  return { ...promotion, schedule: { ...promotion.schedule, end: patch.end } }
}

/** A plan with a patch, and nothing else changed. */
export function patchPlan(live: PlanContent, patch: LivePatch): PlanContent {
  const promotions = live.promotions.map((one) => (one.id === patch.promotion ? patchPromotion(one, patch) : one))
  if ('state' in patch) return { ...live, promotions }
  const { [patch.promotion]: left, ...follows } = live.follows
  const isFollowed = left !== undefined && Object.values(follows).includes(left)
  const occasions = isFollowed ? live.occasions : live.occasions.filter(({ id }) => id !== left)
  return { ...live, promotions, follows, occasions }
}
