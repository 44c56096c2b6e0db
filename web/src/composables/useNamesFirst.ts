import type { Promotion } from '@novalex/core'
import { ref, watchEffect, type Ref } from 'vue'
import { MOST_NAMED } from '@novalex/words'
import { useNames } from '@/stores/names.ts'

/** Whether all that the sentences of some promotions name has its name: a page that waits for it does not move while it is read. Once true, it stays. */
export function useNamesFirst(find: () => readonly Promotion[] | undefined): Readonly<Ref<boolean>> {
  const names = useNames()
  const isReady = ref(false)
  watchEffect(() => {
    const promotions = find()
    if (!isReady.value && promotions && names.areKnown(promotions.flatMap(findSkus))) isReady.value = true
  })
  return isReady
}

/** The products that are named anywhere in a rule. */
function findSkus(value: unknown): string[] {
  if (typeof value !== 'object' || value === null) return []
  return Object.entries(value).flatMap(([key, inner]: [string, unknown]) => {
    if (key !== 'skus' || !Array.isArray(inner)) return findSkus(inner)
    return inner.length > MOST_NAMED ? [] : inner
  })
}
