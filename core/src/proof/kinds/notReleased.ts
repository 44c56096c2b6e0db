import { comparePromotions, computeStatus, type Promotion } from '../../plan/index.ts'
import { HOUR_MS } from '../../values/index.ts'
import { promotionSubject } from '../finding.ts'
import type { Check } from './check.ts'

const SOON_MS = 48 * HOUR_MS

/** It runs, or starts within two days, and the shop does not have it as it is planned. */
export const findNotReleased: Check<'not-released'> = function* ({ input }) {
  const { plan, live, now } = input
  if (live === null) return
  const zone = plan.store.timeZone
  const isRunning = (promotion: Promotion) => computeStatus(promotion, zone, now) === 'running'
  const changes = comparePromotions(
    live.promotions.map(({ promotion }) => promotion),
    plan.promotions.map(({ promotion }) => promotion),
  )
  for (const { promotion, kind, fields } of changes) {
    if (kind === 'removed' || (kind === 'changed' && fields.every((field) => INTERNAL.has(field)))) continue
    const { start } = plan.findPromotion(promotion.id)!.schedule
    const before = kind === 'changed' ? live.findPromotion(promotion.id)!.promotion : null
    const isDue = computeStatus(promotion, zone, now) === 'waiting' && start <= now + SOON_MS
    const isOther =
      isRunning(promotion) || isDue || (before !== null && promotion.state !== 'draft' && isRunning(before))
    if (!isOther) continue
    yield {
      weight: 'stop',
      subjects: [promotionSubject(promotion.id)],
      facts: { starts: isDue ? start : null, isMissing: kind === 'added' },
      proof: { at: isDue ? start : now },
      points: 0,
    }
  }
}

/** What shoppers see nothing of. */
const INTERNAL: ReadonlySet<string> = new Set(['name', 'rank'])
