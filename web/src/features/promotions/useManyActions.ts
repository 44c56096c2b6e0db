import type { PromotionDraft, PromotionRecord } from '@novalex/contract'
import { MINUTES_OF_DAY, moveSchedule, type Schedule } from '@novalex/core'
import { ref } from 'vue'
import { call } from '@/api/call.ts'
import { ApiError } from '@/api/http.ts'
import { text, counted, explainFailure } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { extendByMonth } from './extendEnd.ts'
import { toDraft } from '@/draft/toDraft.ts'

/** Changed draft of one of many promotions; null: no change. */
type Change = (record: PromotionRecord) => Partial<PromotionDraft> | null

const words = text.promotions.many

interface ManyAction {
  readonly title: string
  readonly change: Change
}

const setState =
  (from: readonly PromotionDraft['state'][], to: PromotionDraft['state']): Change =>
  ({ promotion }) =>
    from.includes(promotion.state) ? { state: to } : null

/** Both ends or the end alone, by days; what is stopped stays. */
export const shiftBy =
  (days: number, grip: 'both' | 'end'): Change =>
  ({ promotion: { schedule, state } }) => {
    const isMovable =
      state !== 'stopped' && (schedule.end !== undefined || (grip === 'both' && schedule.start !== undefined))
    const moved: Schedule | null = isMovable ? moveSchedule(schedule, grip, days * MINUTES_OF_DAY) : null
    return moved && days !== 0 ? { schedule: moved } : null
  }

const extendMonth: Change = ({ promotion: { schedule, state } }) => {
  const later = state === 'stopped' ? null : extendByMonth(schedule)
  return later && { schedule: later }
}

export const MANY_ACTIONS: readonly ManyAction[] = [
  { title: text.promotions.ready, change: setState(['draft'], 'ready') },
  { title: text.promotions.pause, change: setState(['ready'], 'paused') },
  { title: text.promotions.resume, change: setState(['paused'], 'ready') },
  { title: text.promotions.extendBy(text.promotion.when.extend.week), change: shiftBy(7, 'end') },
  { title: text.promotions.extendBy(text.promotion.when.extend.fourWeeks), change: shiftBy(28, 'end') },
  { title: text.promotions.extendBy(text.promotion.when.extend.month), change: extendMonth },
  { title: text.promotions.stop, change: setState(['ready', 'paused'], 'stopped') },
]

/** Changes many promotions one after the other, says what could not be changed, and undoes all that was. */
export function useManyActions() {
  const notice = useNotice()
  const store = useStoreInfo()

  const isRunning = ref(false)
  /** One at a time: the next is made from what this one leaves. */
  let last: Promise<void> = Promise.resolve()
  function inTurn(work: () => Promise<void>): Promise<void> {
    isRunning.value = true
    const mine = last.then(work).finally(() => {
      if (last === mine) isRunning.value = false
    })
    last = mine
    return mine
  }
  async function run(records: readonly PromotionRecord[], action: ManyAction): Promise<void> {
    if (!isRunning.value) await inTurn(() => changeAll(records, action))
  }

  async function changeAll(records: readonly PromotionRecord[], { title, change }: ManyAction): Promise<void> {
    const done: { record: PromotionRecord; version: number }[] = []
    const failed: string[] = []
    for (const record of records) {
      const changes = change(record)
      if (!changes) continue
      const outcome = await attempt(record, { ...toDraft(record), ...changes }, record.version)
      if (typeof outcome === 'number') done.push({ record, version: outcome })
      else failed.push(`${record.promotion.name}: ${outcome}`)
    }
    await store.refresh()
    if (failed.length > 0) notice.complain(words.failed(failed.join(' ')))
    else if (done.length === 0) notice.say(words.nothing(title))
    else {
      const undo = () => void inTurn(() => takeBack(title, done))
      notice.say(words.done(title, counted.promotion(done.length)), { label: text.common.undo, run: undo })
    }
  }

  async function takeBack(title: string, done: readonly { record: PromotionRecord; version: number }[]): Promise<void> {
    const failed: string[] = []
    for (const { record, version } of done) {
      const outcome = await attempt(record, toDraft(record), version)
      if (typeof outcome === 'string') failed.push(`${record.promotion.name}: ${outcome}`)
    }
    await store.refresh()
    if (failed.length > 0) notice.complain(words.failed(failed.join(' ')))
    else notice.say(words.undone(title, counted.promotion(done.length)))
  }

  /** The new version, or why not. */
  async function attempt(record: PromotionRecord, draft: PromotionDraft, version: number): Promise<number | string> {
    try {
      return (await call('updatePromotion', { params: { id: record.promotion.id }, body: { ...draft, version } }))
        .version
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      return explainFailure(thrown)
    }
  }
  return { run, isRunning }
}
