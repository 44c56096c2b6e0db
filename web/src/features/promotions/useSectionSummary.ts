import { definitionOf, describePromotion, findApart, firstOf, type Promotion, type SentencePart } from '@novalex/core'
import { computed } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import {
  channelText,
  text,
  planningText,
  joinWords,
  counted,
  describeReach,
  describeCondition,
  describeLimits,
  describePart,
  describeWeekly,
  startSentence,
} from '@/locale/catalogue.ts'
import { nameChannel } from '@novalex/words'
import { wordsOf } from '@/mechanics/words.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { describeEnd } from '@/locale/describeEnd.ts'
import type { SectionKey } from '@/draft/sectionOfPart.ts'
import { toPromotion } from '@/draft/toDraft.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'

const words = text.promotion

/** Each part of the promotion under edit in a few words. */
export function useSectionSummary() {
  const { draft, record, reach } = usePromotion()
  const store = useStoreInfo()
  const names = useNames()
  const { data: campaigns } = useAnswer('listCampaigns')

  function describeTargets(partners: NonNullable<Promotion['partners']>): string {
    if (partners.length === 0) return channelText.section.nowhere
    return channelText.section.goesTo(partners.map(({ channel }) => nameChannel(channel)))
  }

  return computed<Record<SectionKey, string>>(() => {
    const promotion = toPromotion(record.value, draft.value)
    const { mechanic, when, schedule, stacking, limits, display } = promotion
    const { note, campaign } = draft.value
    const parts = describePromotion(promotion, store.settings)
    const say = (part: SentencePart) => describePart(part, { kind: mechanic.kind, names: names.names })
    const own = definitionOf(mechanic).describe(mechanic, promotion.ladder)
    const ofWhat = [...own.filter(({ part }) => part !== 'reach'), ...parts.filter(({ part }) => part === 'ladder')]
    const apart = stacking ? findApart(stacking.group, store.settings) : []
    const weekly = schedule.weekly ? `${describeWeekly(schedule.weekly)} · ` : ''
    const found = reach.value ? ` · ${counted.product(firstOf(reach.value.reaches).products)}` : ''
    const rank = words.stacking.rankShort(promotion.rank)
    return {
      what: [wordsOf(mechanic).title, ...ofWhat.map(say)].join(' · '),
      reach: 'reach' in mechanic ? startSentence(describeReach(mechanic.reach, names.names)) + found : '',
      shopper: [
        startSentence(describeCondition(when, names.names)),
        ...parts.filter(({ part }) => part === 'code').map(say),
      ].join(', '),
      when: startSentence(
        schedule.open ? planningText.occasions.openShort : weekly + describeEnd(schedule, store.zone),
      ),
      stacking: startSentence(
        stacking
          ? `${words.stacking.groupShort(stacking.group)}, ${apart.length > 0 ? words.stacking.apartShort(joinWords(apart)) : words.stacking.togetherShort} · ${rank}`
          : rank,
      ),
      limits: startSentence(describeLimits(limits, mechanic.kind) || words.limits.none),
      display:
        [display?.title, display?.label].filter(Boolean).join(' · ') || startSentence(planningText.display.nothing),
      channels: describeTargets(promotion.partners ?? []),
      inside: [
        campaign === null
          ? text.promotion.noCampaign
          : (campaigns.value?.find(({ id }) => id === campaign)?.name ?? ''),
        ...(note ? [note.slice(0, 80)] : []),
      ].join(' · '),
    }
  })
}
