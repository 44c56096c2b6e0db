import type { ReachAnswer, ReachQuestion } from '@novalex/contract'
import { DAY_MS, isLocalDateTime, type Schedule } from '@novalex/core'
import { computed, type Ref } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { refDebounced } from '@vueuse/core'

const STILL_MS = 250

/** How many days a schedule lasts, where it has both ends; an hour more or less at a clock change says nothing about stock. */
export function lengthOf({ start, end }: Schedule): { days?: number } {
  if (start === undefined || end === undefined || !isLocalDateTime(start) || !isLocalDateTime(end)) return {}
  const days = (Date.parse(`${end}Z`) - Date.parse(`${start}Z`)) / DAY_MS
  return days > 0 ? { days } : {}
}

/** How many products a rule under edit reaches, with a sample of them, and whose stock may not last; nothing while there is no rule yet. */
export function useReach(question: () => ReachQuestion | null): Readonly<Ref<ReachAnswer | undefined>> {
  const settled = refDebounced(computed(question), STILL_MS)
  return useAnswer('getReach', () => settled.value && { body: settled.value }).data
}
