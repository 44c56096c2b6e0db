import { createNameTest, type Product } from '@novalex/core'
import { computed, type ComputedRef, type Ref } from 'vue'
import { api } from '@/api/api.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNames } from '@/stores/names.ts'
import { useDebounced } from './useDebounced.ts'
import { useLoad } from './useLoad.ts'

const FOUND = 20
const TYPING_MS = 150

interface ProductSearch {
  readonly found: ComputedRef<readonly Product[]>
  /** Whether what is found answers what is typed. */
  readonly isAnswered: ComputedRef<boolean>
}

/** Products by words of name and SKU. Until the answer comes, those already found that have what is typed: never others. */
export function useProductSearch(typed: Ref<string>): ProductSearch {
  const moment = useMoment()
  const names = useNames()
  const settled = useDebounced(typed, TYPING_MS)
  const { data, isLoading } = useLoad(settled, async (signal) => {
    const { rows } = await api.listProducts({ ...moment.asked, search: settled.value, size: String(FOUND) }, signal)
    const products = rows.map(({ product }) => product)
    names.learnProducts(products)
    return products
  })
  const found = computed(() => {
    const isNamed = createNameTest(typed.value)
    return (data.value ?? []).filter(({ name, sku }) => isNamed(`${name} ${sku}`))
  })
  return { found, isAnswered: computed(() => settled.value === typed.value && !isLoading.value) }
}
