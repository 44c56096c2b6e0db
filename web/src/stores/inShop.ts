import type { CountsAnswer } from '@novalex/contract'
import type { Promotion, PromotionStatus } from '@novalex/core'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { text } from '@/locale/catalogue.ts'
import { useCounts } from './counts.ts'

type Live = Pick<Promotion, 'state' | 'schedule'>
type Reached = NonNullable<CountsAnswer[number]['reached']>['limit']

/** Promotions of the working plan that aren't released yet. */
export const useInShop = defineStore('inShop', () => {
  const { data } = useAnswer('compareWithShop')
  const counts = useCounts()
  const missing = computed<ReadonlySet<string>>(() => new Set(data.value?.missing))
  const changed = computed<ReadonlySet<string>>(() => new Set(data.value?.changed))
  const live = computed(() => new Map(data.value?.live.map(({ id, ...own }) => [id, own])))

  /** The state and dates of a promotion as the shop has them; null where it has it not, or that is not known yet. */
  function liveOf({ id, state, schedule }: Live & { readonly id: string }): Live | null {
    if (!data.value || missing.value.has(id)) return null
    return live.value.get(id) ?? { state, schedule }
  }

  /** The limit that a promotion has reached, which ends it before its time; null while it runs on, or does not run. */
  function reachedOf(id: string, status: PromotionStatus): Reached | null {
    return (status === 'running' && counts.of(id)?.reached?.limit) || null
  }

  /** A promotion's state in words: running and waiting are said only of what the shop has, and of what it has otherwise that it does. */
  function describe(id: string, status: PromotionStatus): string {
    const reached = reachedOf(id, status)
    if (reached !== null) return text.usedUp[reached]
    if (changed.value.has(id)) return text.editedSince(text.status[status])
    if (!missing.value.has(id)) return text.status[status]
    return status === 'running' || status === 'scheduled' ? text.unreleased[status] : text.status[status]
  }
  return { missing, changed, liveOf, reachedOf, describe }
})
