import { shallowRef, watch } from 'vue'
import { api } from '@/api/api.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** The names of all promotions by id; the one under edit by the name it has there. */
export function usePromotionNames(edited: () => { readonly id: string; readonly name: string }) {
  const store = useStoreInfo()
  const names = shallowRef<ReadonlyMap<string, string>>(new Map())
  watch(
    () => store.info?.planRevision,
    async () => {
      const records = await api.listPromotions().catch(() => null)
      if (records) names.value = new Map(records.map(({ promotion }) => [promotion.id, promotion.name]))
    },
    { immediate: true },
  )
  return (id: string): string => (id === edited().id ? edited().name : (names.value.get(id) ?? id))
}
