import type { ShopCart } from '@novalex/contract'
import type { CartLine } from '@novalex/core'
import { defineStore } from 'pinia'
import { useStorage } from '@vueuse/core'
import { computed } from 'vue'

const KEY = 'novalex.shop-cart'
const MOST = 9999

interface Kept {
  readonly lines: readonly CartLine[]
  readonly codes: readonly string[]
  readonly delivery: { readonly option: string; readonly country: string } | null
}

const EMPTY: Kept = { lines: [], codes: [], delivery: null }

/** The cart in the shop; it stays with the browser. Whose it is, the server knows. */
export const useShopCart = defineStore('shop-cart', () => {
  const kept = useStorage(KEY, EMPTY, localStorage, { mergeDefaults: read, shallow: true, onError: () => undefined })

  const count = computed(() => kept.value.lines.reduce((sum, { quantity }) => sum + quantity, 0))
  const cart = computed((): ShopCart => {
    const { lines, codes, delivery } = kept.value
    return { lines: lines.map((line) => ({ ...line })), codes: [...codes], delivery: delivery && { ...delivery } }
  })

  function setQuantity(sku: string, quantity: number): void {
    const others = kept.value.lines.some((line) => line.sku === sku)
      ? kept.value.lines.map((line) => (line.sku === sku ? { sku, quantity } : line))
      : [...kept.value.lines, { sku, quantity }]
    const lines = others
      .filter((line) => line.quantity > 0)
      .map((line) => ({ ...line, quantity: Math.min(line.quantity, MOST) }))
    kept.value = { ...kept.value, lines }
  }

  const quantityOf = (sku: string) => kept.value.lines.find((line) => line.sku === sku)?.quantity ?? 0
  return {
    kept,
    count,
    cart,
    setQuantity,
    add: (sku: string, quantity: number) => {
      setQuantity(sku, quantityOf(sku) + quantity)
    },
    addCode: (code: string) => {
      if (!kept.value.codes.includes(code)) kept.value = { ...kept.value, codes: [...kept.value.codes, code] }
    },
    removeCode: (code: string) => {
      kept.value = { ...kept.value, codes: kept.value.codes.filter((one) => one !== code) }
    },
    /** After an order: delivery stays as it was chosen. */
    clear: () => {
      kept.value = { ...EMPTY, delivery: kept.value.delivery }
    },
    /** Someone else may come next. */
    empty: () => {
      kept.value = EMPTY
    },
    setDelivery: (delivery: Kept['delivery']) => {
      kept.value = { ...kept.value, delivery }
    },
  }
})

/** Value from the browser's storage, if it is readable. */
function read(kept: Partial<Kept>, nothing: Kept): Kept {
  if (!Array.isArray(kept.lines) || !Array.isArray(kept.codes)) return nothing
  const delivery = typeof kept.delivery === 'object' ? kept.delivery : null
  return { ...nothing, ...kept, delivery }
}
