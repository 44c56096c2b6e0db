import {
  addDays,
  compileSchedule,
  computeStatus,
  computeClockEdges,
  compileRungs,
  DAY_MS,
  dateOf,
  toInstant,
  toLocal,
  timeOf,
  type Instant,
} from '@novalex/core'
import { computed } from 'vue'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { useSubmissions } from '@/composables/useSubmissions.ts'
import { submissionText, todayText as words } from '@/locale/catalogue.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** Events at an instant: something starts, ends, or reaches its next rung. */
interface Coming {
  readonly at: Instant
  /** Day and time on the store's clock; an end at midnight is the 24:00 of the day before, its last. */
  readonly day: string
  readonly time: string
  readonly name: string
  readonly what: string
  readonly to: string
}

const WINDOW_MS = 14 * DAY_MS

/** The next two weeks by day, as the store's clock has them: what starts, ends, or changes by itself. */
export function useComing() {
  const store = useStoreInfo()
  const moment = useMoment()
  const names = useNames()
  const { records } = usePromotionRecords()
  const { times } = useSubmissions()

  const coming = computed((): Coming[] => {
    const { zone } = store
    const at = (instant: Instant, name: string, what: string, to: string): Coming => {
      const [day, time] = [dateOf(toLocal(instant, zone)), timeOf(toLocal(instant, zone))]
      const isLast = what === words.ends && time === '00:00'
      return { at: instant, day: isLast ? addDays(day, -1) : day, time: isLast ? '24:00' : time, name, what, to }
    }
    const ofPromotions = (records.value ?? []).flatMap(({ promotion }) => {
      const status = computeStatus(promotion, zone, moment.now)
      if (status !== 'running' && status !== 'scheduled') return []
      const { start, end } = compileSchedule(promotion.schedule, zone)
      const to = `/promotions/${promotion.id}`
      const rungs = computeClockEdges(promotion, compileRungs(promotion.ladder, end, zone))
      const edges: [Instant, string][] = [
        [start, words.starts],
        [end, words.ends],
        ...rungs.filter((rung) => rung > start && rung < end).map((rung): [Instant, string] => [rung, words.rung]),
      ]
      return edges.flatMap(([instant, what]) =>
        Number.isFinite(instant) ? [at(instant, promotion.name, what, to)] : [],
      )
    })
    const ofOccasions = names.occasions.flatMap(({ name, dates }) => {
      return dates ? [at(toInstant(dates.start, zone), name, words.occasionStarts, '/occasions')] : []
    })
    const ofPartners = times.value.map(({ promotion, name, partner, is, at: instant }) => {
      return at(instant, name, submissionText.today[is](partner), `/promotions/${promotion}`)
    })
    return [...ofPromotions, ...ofOccasions, ...ofPartners]
      .filter((one) => one.at > moment.now && one.at <= moment.now + WINDOW_MS)
      .sort((a, b) => a.at - b.at || (a.day < b.day ? -1 : Number(a.day > b.day)))
  })
  const days = computed(() => {
    const byDay = new Map<string, Coming[]>()
    for (const one of coming.value) {
      byDay.set(one.day, [...(byDay.get(one.day) ?? []), one])
    }
    return [...byDay]
  })
  return { days }
}
