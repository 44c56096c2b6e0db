import { describePromotion, findApart, type SentencePart } from '@novalex/core'
import { computed } from 'vue'
import { api } from '@/api/api.ts'
import { useLoad } from '@/composables/useLoad.ts'
import { text } from '@/locale/en.ts'
import { planningText } from '@/locale/enPlanning.ts'
import { offerText } from '@/locale/enOffers.ts'
import { joinWords, plural } from '@/locale/format.ts'
import { describeLimits } from '@/locale/offerSentence.ts'
import { describeReach } from '@/locale/ruleWords.ts'
import { describeCondition } from '@/locale/condition.ts'
import { describePart, describeWeekly } from '@/locale/sentence.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { describeEnd } from './editors/describeEnd.ts'
import type { SectionKey } from './sections.ts'
import { toPromotion } from './toDraft.ts'
import { usePromotion } from './usePromotionDraft.ts'

const words = text.promotion

/** Each part of the promotion under edit in a few words. */
export function useSectionSummary() {
  const { draft, record, reach } = usePromotion()
  const store = useStoreInfo()
  const names = useNames()
  const { data: campaigns } = useLoad([() => draft.value?.campaign], () => api.listCampaigns())

  return computed<Record<SectionKey, string>>(() => {
    const promotion = toPromotion(record.value!, draft.value!)
    const { mechanic, when, code, schedule, stacking, limits, display } = promotion
    const { note, campaign } = draft.value!
    const parts = describePromotion(promotion, store.info!.store)
    const saying = (...kinds: SentencePart['part'][]) =>
      parts.filter(({ part }) => kinds.includes(part)).map((part) => describePart(part, names.names))
    const apart = stacking ? findApart(stacking.group, store.info!.store) : []
    const weekly = schedule.weekly ? `${describeWeekly(schedule.weekly)} · ` : ''
    const found = reach.value ? ` · ${plural(reach.value.reaches[0]!.products, 'product')}` : ''
    const rank = words.stacking.rank(promotion.rank).split(':')[0]!.toLowerCase()
    return {
      what: [offerText.kinds[mechanic.kind], ...saying(...WHAT_PARTS)].join(' · '),
      reach: 'reach' in mechanic ? describeReach(mechanic.reach, names.names) + found : '',
      shopper: [describeCondition(when, names.names), ...(code ? saying('code') : [])].join(', '),
      when: schedule.open ? planningText.occasions.openShort : weekly + describeEnd(schedule, store.zone),
      stacking: stacking
        ? `group ${stacking.group}, ${apart.length > 0 ? `apart from ${joinWords(apart)}` : words.stacking.togetherShort} · ${rank}`
        : rank,
      limits: describeLimits(limits) || words.limits.none,
      display: [display?.title, display?.label].filter(Boolean).join(' · ') || planningText.display.nothing,
      inside: [
        campaign === null
          ? text.promotion.noCampaign
          : (campaigns.value?.find(({ id }) => id === campaign)?.name ?? ''),
        ...(note ? [note.slice(0, 80)] : []),
      ].join(' · '),
    }
  })
}

const WHAT_PARTS: readonly SentencePart['part'][] = [
  ...(['value', 'rounding', 'maxUnits', 'tiers', 'buy', 'get', 'parts', 'price', 'repeat'] as const),
  ...(['options', 'surcharge', 'steps', 'ladder', 'prices'] as const),
]
