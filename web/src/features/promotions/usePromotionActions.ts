import type { PromotionDraft, PromotionRecord } from '@novalex/contract'
import {
  computeStatus,
  dateOf,
  MINUTES_OF_DAY,
  moveSchedule,
  toLocal,
  type PromotionState,
  type Schedule,
} from '@novalex/core'
import { useRouter } from 'vue-router'
import { call } from '@/api/call.ts'
import { useAtOnce } from '@/features/atOnce/useAtOnce.ts'
import { useAttempt } from '@/composables/useAttempt.ts'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { text, formatEndInText, planningText } from '@/locale/catalogue.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { countDaysToNext, createCopy, nameCopy } from './createCopy.ts'
import { extendByMonth } from './extendEnd.ts'
import { toDraft } from '@/draft/toDraft.ts'

export interface PromotionAction {
  readonly title: string
  readonly run: () => void
}

const words = text.promotions
const { archive } = planningText

/** Actions on a promotion in a list; each can be undone from its notice. */
export function usePromotionActions() {
  const router = useRouter()
  const notice = useNotice()
  const store = useStoreInfo()
  const moment = useMoment()
  const attempt = useAttempt()
  const atOnceFor = useAtOnce()
  const { all: records } = usePromotionRecords()

  async function change(record: PromotionRecord, changes: Partial<PromotionDraft>, what: string): Promise<void> {
    const before = toDraft(record)
    const { id } = record.promotion
    const { version } = await call('updatePromotion', {
      params: { id },
      body: { ...before, ...changes, version: record.version },
    })
    const undo = () =>
      void attempt(async () => void (await call('updatePromotion', { params: { id }, body: { ...before, version } })))
    notice.say(`${record.promotion.name}: ${what}.`, { label: text.common.undo, run: undo })
  }

  async function duplicate(record: PromotionRecord): Promise<void> {
    const { name, code, schedule } = record.promotion
    const taken = new Set((records.value ?? []).map(({ promotion }) => promotion.name))
    const days = countDaysToNext(schedule, dateOf(toLocal(moment.now, store.zone)))
    const copy = await call('createPromotion', {
      body: createCopy(record, { name: nameCopy(name, taken, words.copies), days }),
    })
    await router.push(`/promotions/${copy.promotion.id}`)
    if (code !== null) notice.say(words.copiedWithoutCode)
  }

  async function remove({ promotion, version }: PromotionRecord): Promise<void> {
    await call('deletePromotion', { params: { id: promotion.id }, query: { version } })
    const run = () =>
      void attempt(
        async () =>
          void (await call('restorePromotion', { params: { id: promotion.id }, query: { version: version + 1 } })),
      )
    notice.say(words.removed(promotion.name), { label: text.common.undo, run })
  }

  /** Rejects archiving a promotion that is live or scheduled. */
  function canArchive({ promotion }: PromotionRecord): boolean {
    return !['running', 'scheduled'].includes(computeStatus(promotion, store.zone, moment.now))
  }

  const act = (title: string, work: () => Promise<void>): PromotionAction => ({
    title,
    run: () => void attempt(work),
  })

  /** Its end moved, where it has one of its own. */
  function extensionsFor(record: PromotionRecord): PromotionAction[] {
    const { state, schedule } = record.promotion
    const extend = (later: Schedule | null, title: string): PromotionAction[] => {
      if (later === null || schedule.end === undefined || state === 'stopped' || record.occasion !== null) return []
      const said = later.end === undefined ? title : text.promotion.when.runsUntil(formatEndInText(later.end))
      return [act(text.promotions.extendBy(title), () => change(record, { schedule: later }, said))]
    }
    return [
      ...extend(moveSchedule(schedule, 'end', 7 * MINUTES_OF_DAY), text.promotion.when.extend.week),
      ...extend(moveSchedule(schedule, 'end', 28 * MINUTES_OF_DAY), text.promotion.when.extend.fourWeeks),
      ...extend(extendByMonth(schedule), text.promotion.when.extend.month),
    ]
  }

  function actionsFor(record: PromotionRecord): PromotionAction[] {
    const { state } = record.promotion
    const setState = (to: PromotionState, title: string) =>
      act(title, () => change(record, { state: to }, title.toLowerCase()))
    return [
      ...atOnceFor(record),
      ...(state === 'draft' ? [setState('ready', words.ready)] : []),
      ...(state === 'ready' ? [setState('paused', words.pause)] : []),
      ...(state === 'paused' ? [setState('ready', words.resume)] : []),
      ...extensionsFor(record),
      ...(state === 'ready' || state === 'paused' ? [setState('stopped', words.stop)] : []),
      ...(record.archived
        ? [act(archive.bringBack, () => change(record, { archived: false }, archive.bringBack.toLowerCase()))]
        : canArchive(record)
          ? [act(archive.archive, () => change(record, { archived: true }, archive.title))]
          : []),
      act(words.duplicate, () => duplicate(record)),
      act(words.remove, () => remove(record)),
    ]
  }
  return { actionsFor, extensionsFor }
}
