import type { SubmissionRecord, SubmissionsAnswer } from '@novalex/contract'
import { DAY_MS } from '@novalex/core'
import { computed } from 'vue'
import { call } from '@/api/call.ts'
import { useAttempt } from '@/composables/useAttempt.ts'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { useSubmissions } from '@/composables/useSubmissions.ts'
import { describeCauses, submissionText, todayText } from '@/locale/catalogue.ts'
import { nameChannel } from '@novalex/words'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import type { ActionItem } from './actionItem.ts'

/** How near the latest submission is when it is listed. */
const SOON_MS = 3 * DAY_MS

/** What partners wait for, or answered, that calls for an act. */
export function useSubmissionItems() {
  const words = submissionText.today
  const store = useStoreInfo()
  const moment = useMoment()
  const attempt = useAttempt()
  const { submissions, due, nameOf } = useSubmissions()
  const { records } = usePromotionRecords()
  /** Whether it is in the working plan; what isn't can't be settled there. */
  const isPlanned = (id: string) => (records.value ?? []).some(({ promotion }) => promotion.id === id)
  const open = (promotion: string) => ({ title: todayText.acts.promotion, to: `/promotions/${promotion}` })

  function ofDue({ promotion, channel, submitBy }: SubmissionsAnswer['due'][number]): ActionItem[] {
    const left = Date.parse(submitBy) - moment.now
    if (left > SOON_MS) return []
    const say = left < 0 ? words.late : words.due
    const sentence = say(nameOf(promotion), nameChannel(channel), submitBy, store.zone)
    return [{ key: `submit ${promotion} ${channel}`, sentence, isGrave: left < 0, act: open(promotion), extends: null }]
  }

  function ofRecord(record: SubmissionRecord): ActionItem[] {
    const { id, promotion, channel, state, note, reminder, endsAt, isDismissed } = record
    const isOver = endsAt !== null && Date.parse(endsAt) <= moment.now
    if (isDismissed || isOver || !isPlanned(promotion)) return []
    const [name, partner] = [nameOf(promotion), nameChannel(channel)]
    const item = (sentence: string, isGrave: boolean): ActionItem[] => {
      const dismiss = () => attempt(() => call('dismissReminder', { params: { id } }))
      return [{ key: `${id} ${state}`, sentence, isGrave, act: open(promotion), extends: null, dismiss }]
    }
    if (state === 'refused') return item(words.refused(name, partner, describeCauses(record)), true)
    if (state === 'on-hold') return item(words.onHold(name, partner, describeCauses(record)), true)
    if (state === 'not-sent') return item(words.notSent(name, partner, note), true)
    return reminder === null ? [] : item(words.silent(name, partner, reminder), false)
  }

  return computed((): ActionItem[] => [...submissions.value.flatMap(ofRecord), ...due.value.flatMap(ofDue)])
}
