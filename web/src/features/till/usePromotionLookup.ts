import type { Promotion } from '@novalex/core'
import { computed } from 'vue'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'

/** The promotions of the working plan by id; the one under edit as it is being edited. */
export function usePromotionLookup(edited: () => Promotion): (id: string) => Promotion | undefined {
  const { records } = usePromotionRecords()
  const kept = computed(() => new Map(records.value?.map(({ promotion }) => [promotion.id, promotion])))
  return (id) => (id === edited().id ? edited() : kept.value.get(id))
}
