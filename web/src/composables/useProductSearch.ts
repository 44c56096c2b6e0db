import { createNameTest, type Product } from '@novalex/core'
import { computed, watch, type ComputedRef, type Ref } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNames } from '@/stores/names.ts'
import { refDebounced } from '@vueuse/core'

const FOUND = 20
const TYPING_MS = 150

interface ProductSearch {
  readonly found: ComputedRef<readonly Product[]>
  /** Whether what is found answers what is typed. */
  readonly isAnswered: ComputedRef<boolean>
  /** Takes the first result once the answer arrives, for an Enter pressed too early. Dropped if the text changes meanwhile. */
  takeFirstLater(take: (product: Product) => void): void
}

/** Products by words of name and SKU. Until the answer comes, those already found that have what is typed: never others. */
export function useProductSearch(typed: Ref<string>): ProductSearch {
  const moment = useMoment()
  const names = useNames()
  const settled = refDebounced(typed, TYPING_MS)
  const { data, isPlaceholderData } = useAnswer('listProducts', () => ({
    query: { ...moment.asked, search: settled.value, size: FOUND },
  }))
  const products = computed(() => data.value?.rows.map(({ product }) => product) ?? [])
  watch(products, (known) => {
    names.learnProducts(known)
  })
  const found = computed(() => {
    const isNamed = createNameTest(typed.value)
    return products.value.filter(({ name, sku }) => isNamed(`${name} ${sku}`))
  })
  const isAnswered = computed(
    () => settled.value === typed.value && data.value !== undefined && !isPlaceholderData.value,
  )
  let waiting: { readonly words: string; readonly take: (product: Product) => void } | null = null
  watch(isAnswered, (is) => {
    if (!is || !waiting) return
    const { words, take } = waiting
    waiting = null
    const [first] = found.value
    if (words === typed.value && first) take(first)
  })
  function takeFirstLater(take: (product: Product) => void): void {
    waiting = !isAnswered.value && typed.value.trim() !== '' ? { words: typed.value, take } : null
  }
  return { found, isAnswered, takeFirstLater }
}
