import { comparePromotions, computeStatus, type Promotion } from '../../plan/index.ts'
import { HOUR_MS, type Instant } from '../../values/index.ts'
import { promotionSubject, type Severity } from '../finding.ts'
import type { Check } from './check.ts'

const SOON_MS = 48 * HOUR_MS
const VERY_SOON_MS = 24 * HOUR_MS

interface Unreleased {
  readonly id: string
  /** Null: it runs. */
  readonly starts: Instant | null
  readonly isMissing: boolean
}

/**
 * They run, or start within two days, and the shop does not have them as they are planned. One finding for all that start later than in a day, one for
 * all others: a release cures all of them.
 */
export const findNotReleased: Check<'not-released'> = function* ({ input }) {
  const { now } = input
  const all = [...listUnreleased(input)]
  const isLater = ({ starts }: Unreleased) => starts !== null && starts > now + VERY_SOON_MS
  const groups: [Severity, Unreleased[]][] = [
    ['warning', all.filter((one) => !isLater(one))],
    ['info', all.filter(isLater)],
  ]
  for (const [severity, group] of groups) {
    if (group.length === 0) continue
    const starts = group.flatMap((one) => one.starts ?? [])
    const first = starts.length > 0 ? Math.min(...starts) : null
    yield {
      severity,
      subjects: group.map(({ id }) => promotionSubject(id)),
      facts: { starts: first, isMissing: group.every(({ isMissing }) => isMissing) },
      proof: { at: group.length === starts.length ? first! : now },
      points: group.length,
    }
  }
}

function* listUnreleased({ plan, live, now }: Parameters<typeof findNotReleased>[0]['input']): Iterable<Unreleased> {
  if (live === null) return
  const zone = plan.store.timeZone
  const isRunning = (promotion: Promotion) => computeStatus(promotion, zone, now) === 'running'
  const changes = comparePromotions(
    live.promotions.map(({ promotion }) => promotion),
    plan.promotions.map(({ promotion }) => promotion),
  )
  for (const { promotion, kind, fields } of changes) {
    if (kind === 'removed' || (kind === 'changed' && fields.every((field) => INTERNAL.has(field)))) continue
    const { start } = plan.getPromotion(promotion.id).schedule
    const before = kind === 'changed' ? live.getPromotion(promotion.id).promotion : null
    const isDue = computeStatus(promotion, zone, now) === 'scheduled' && start <= now + SOON_MS
    const isOther =
      isRunning(promotion) || isDue || (before !== null && promotion.state !== 'draft' && isRunning(before))
    if (isOther) yield { id: promotion.id, starts: isDue ? start : null, isMissing: kind === 'added' }
  }
}

/** Fields that shoppers never see. */
const INTERNAL: ReadonlySet<string> = new Set(['name', 'rank'])
