import type { FindingAnswer, PromotionRecord } from '@novalex/contract'
import { compileSchedule, computeStatus, HOUR_MS, type FindingKind } from '@novalex/core'
import { computed } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { todayText as words, formatSpan } from '@/locale/catalogue.ts'
import { useFindings } from '@/stores/findings.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import type { ActionItem } from './actionItem.ts'
import { useSubmissionItems } from './useSubmissionItems.ts'

/** How near an end is when it is listed. */
const SOON_MS = 48 * HOUR_MS

/** Page that resolves each urgent kind of finding; others can wait. */
const ACTS: Partial<
  Record<FindingKind, { readonly title: string; readonly path: (finding: FindingAnswer) => string }>
> = {
  'not-released': { title: words.acts.release, path: () => '/releases' },
  'test-cart-broken': { title: words.acts.testCarts, path: () => '/test-carts' },
  'codes-run-out': { title: words.acts.codes, path: () => '/codes' },
  'date-open': { title: words.acts.occasions, path: () => '/occasions' },
  'no-end': { title: words.acts.promotion, path: toPromotion },
  'budget-short': { title: words.acts.promotion, path: toPromotion },
  'ends-early': { title: words.acts.promotion, path: toPromotion },
}

function toPromotion({ subjects }: FindingAnswer): string {
  return `/promotions/${subjects.find(({ kind }) => kind === 'promotion')?.id ?? ''}`
}

/** Lists what needs an act now: grave findings, releases to review, ends that are near. An item stays until it is settled or set aside. */
export function useActionItems() {
  const findings = useFindings()
  const store = useStoreInfo()
  const moment = useMoment()
  const { records } = usePromotionRecords()
  const prepared = useAnswer('listReleaseRequests')
  const ofPartners = useSubmissionItems()

  const urgent = computed(() =>
    findings.open.filter(({ severity, kind }) => severity === 'blocker' || ACTS[kind] !== undefined),
  )
  const items = computed((): ActionItem[] => [
    ...ofPreparations(),
    ...ofPartners.value,
    ...urgent.value.map(toItem),
    ...(records.value ?? []).flatMap(toEnding),
  ])
  const others = computed(() => findings.open.length - urgent.value.length)

  function ofPreparations(): ActionItem[] {
    const [latest] = prepared.data.value ?? []
    const act = { title: words.acts.review, to: '/releases' }
    if (latest?.state === 'pending')
      return [{ key: latest.id, sentence: words.waiting(latest.by), isGrave: false, act, extends: null }]
    if (latest?.state !== 'returned') return []
    const sentence = words.returned(latest.settledBy ?? '', latest.word)
    return [{ key: latest.id, sentence, isGrave: false, act, extends: null }]
  }

  function toItem(finding: FindingAnswer): ActionItem {
    const known = ACTS[finding.kind]
    const act = known
      ? { title: known.title, to: known.path(finding) }
      : { title: words.acts.look, to: `/findings?promotion=${finding.subjects[0]?.id ?? ''}` }
    return {
      key: finding.id,
      sentence: findings.describe(finding),
      isGrave: finding.severity === 'blocker',
      act,
      extends: null,
    }
  }

  function toEnding(record: PromotionRecord): ActionItem[] {
    const { promotion } = record
    const { end } = compileSchedule(promotion.schedule, store.zone)
    const left = end - moment.now
    if (computeStatus(promotion, store.zone, moment.now) !== 'running' || left > SOON_MS) return []
    const sentence = words.ending(promotion.name, formatSpan(left))
    return [{ key: `end ${promotion.id}`, sentence, isGrave: false, act: null, extends: record }]
  }

  return { items, others }
}
