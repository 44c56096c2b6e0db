import type { CountsAnswer } from '@novalex/contract'
import { toPromotionFacts, type Facts } from '@novalex/core'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'

/** Usage of promotions, updated live. */
export const useCounts = defineStore('counts', () => {
  const { data } = useAnswer('listCounts')
  const byId = computed(() => new Map((data.value ?? []).map((one) => [one.promotion, one])))
  const facts = computed((): Facts =>
    Object.fromEntries(
      (data.value ?? []).map((one) => [one.promotion, toPromotionFacts({ ...one, given: one.discount })]),
    ),
  )
  return { facts, of: (id: string): CountsAnswer[number] | undefined => byId.value.get(id) }
})
