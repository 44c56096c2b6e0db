import type { Promotion } from '@novalex/core'
import { shallowRef, watch } from 'vue'
import { api } from '@/api/api.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** The promotions of the working plan by id; the one under edit as it is being edited. */
export function usePromotionLookup(edited: () => Promotion): (id: string) => Promotion | undefined {
  const store = useStoreInfo()
  const kept = shallowRef<ReadonlyMap<string, Promotion>>(new Map())
  watch(
    () => store.info?.planRevision,
    async () => {
      const records = await api.listPromotions().catch(() => null)
      if (records) kept.value = new Map(records.map(({ promotion }) => [promotion.id, promotion]))
    },
    { immediate: true },
  )
  return (id) => (id === edited().id ? edited() : kept.value.get(id))
}
