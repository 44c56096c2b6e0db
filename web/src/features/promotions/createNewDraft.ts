import type { PromotionDraft } from '@novalex/contract'
import { addDays, dateOf, toLocal, weekdayOf, type Instant, type Store } from '@novalex/core'
import { text } from '@/locale/en.ts'

const FIRST_PERCENT = 1000

/** A new sale to begin from: a draft from tomorrow until the Sunday after. */
export function createNewDraft(store: Store, now: Instant): PromotionDraft {
  const tomorrow = addDays(dateOf(toLocal(now, store.timeZone)), 1)
  const untilSunday = 8 - weekdayOf(tomorrow)
  return {
    name: text.promotions.newName,
    state: 'draft',
    schedule: { start: `${tomorrow}T00:00`, end: `${addDays(tomorrow, untilSunday)}T00:00` },
    code: null,
    when: null,
    mechanic: { kind: 'markdown', reach: {}, value: { percent: FIRST_PERCENT } },
    stacking: { group: store.stackGroups[0]!, mode: 'group' },
    limits: {},
    ladder: null,
    campaign: null,
    note: '',
  }
}
