import type { SubmissionRecord, SubmissionsAnswer } from '@novalex/contract'
import { HOUR_MS, toIso, type CompiledPlan } from '@novalex/core'
import type { SubmissionScope } from './toRecord.ts'

interface Known {
  readonly latest: readonly SubmissionRecord[]
  readonly scope: SubmissionScope
}

/** Promotions of the live release that go to a partner, haven't started, and that the partner doesn't hold; the next to submit first. */
export function listDue(plan: CompiledPlan, { latest, scope: { partners, now } }: Known): SubmissionsAnswer['due'] {
  const held = new Set(
    latest.filter(({ state }) => !NOT_HELD.has(state)).map(({ promotion, channel }) => `${promotion} ${channel}`),
  )
  return plan.promotions
    .flatMap(({ id, promotion, schedule, partners: targets }) => {
      if (promotion.state !== 'ready' || !Number.isFinite(schedule.start) || schedule.start <= now) return []
      return partners
        .filter(({ id: channel }) => targets.has(channel) && !held.has(`${id} ${channel}`))
        .map(({ id: channel, leadHours, lockHours }) => ({
          promotion: id,
          channel,
          submitBy: toIso(schedule.start - leadHours * HOUR_MS),
          locksAt: toIso(schedule.start - lockHours * HOUR_MS),
        }))
    })
    .toSorted((a, b) => (a.submitBy < b.submitBy ? -1 : 1))
}

const NOT_HELD: ReadonlySet<SubmissionRecord['state']> = new Set(['not-sent', 'refused', 'withdrawing', 'withdrawn'])
