import { computed } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import type { Choices } from './firstTests.ts'

/** Choices of conditions: shopper groups, tags, countries and delivery options. */
export function useChoices() {
  const store = useStoreInfo()
  const { data: labels } = useAnswer('listShopperLabels')
  return computed<Choices>(() => ({
    group: labels.value?.groups.map(({ label }) => label) ?? [],
    tag: labels.value?.tags.map(({ label }) => label) ?? [],
    channel: store.channels.map(({ id }) => id),
    option: store.delivery.map(({ id }) => id),
    country: [...new Set(store.delivery.flatMap(({ prices }) => prices.map(({ country }) => country)))],
  }))
}
