import { findApart } from '@novalex/core'
import { computed } from 'vue'
import { text } from '@/locale/en.ts'
import { joinWords, plural } from '@/locale/format.ts'
import { describeLimits } from '@/locale/offerSentence.ts'
import { describeReach, describeValue } from '@/locale/ruleWords.ts'
import { describeCondition, describeWeekly } from '@/locale/sentence.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { describeEnd } from './editors/describeEnd.ts'
import type { SectionKey } from './sections.ts'
import { usePromotion } from './usePromotionDraft.ts'
import { useReach } from './useReach.ts'

const words = text.promotion

/** Each part of the promotion under edit in a few words. */
export function useSectionSummary() {
  const { draft, record } = usePromotion()
  const store = useStoreInfo()
  const names = useNames()
  const { data: reach } = useReach(() => draft.value!.mechanic)

  return computed<Record<SectionKey, string>>(() => {
    const { mechanic, when, schedule, stacking, limits, name, note, ladder } = draft.value!
    const { value, bands, rounding } = mechanic
    const apart = findApart(stacking.group, store.info!.store)
    const weekly = schedule.weekly ? `${describeWeekly(schedule.weekly)} · ` : ''
    const found = reach.value ? ` · ${plural(reach.value.products, 'product')}` : ''
    const rank = words.stacking.rank(record.value!.promotion.rank).split(':')[0]!.toLowerCase()
    return {
      what: [
        words.saleKind,
        value ? describeValue(value) : plural(bands?.length ?? 0, 'price band'),
        ...(rounding ? ['rounded'] : []),
        ...(ladder ? [words.ladder] : []),
      ].join(' · '),
      reach: describeReach(mechanic.reach, names.names) + found,
      shopper: describeCondition(when, names.names),
      when: weekly + describeEnd(schedule, store.zone),
      stacking: `group ${stacking.group}, ${apart.length > 0 ? `apart from ${joinWords(apart)}` : words.stacking.togetherShort} · ${rank}`,
      limits: describeLimits(limits) || words.limits.none,
      inside: [name, ...(note ? [note.slice(0, 80)] : [])].join(' · '),
    }
  })
}
