import { computed } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'

/** The promotions of the working plan; `records` without those that were archived, `all` with them. */
export function usePromotionRecords() {
  const { data: all, ...asked } = useAnswer('listPromotions')
  const records = computed(() => all.value?.filter(({ archived }) => !archived))
  return { ...asked, all, records }
}
