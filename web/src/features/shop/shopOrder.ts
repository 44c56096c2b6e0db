import type { OrderAnswer, OrderRequest } from '@novalex/contract'
import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import { call } from '@/api/call.ts'
import { ApiError } from '@/api/http.ts'

interface Asked {
  readonly key: string
  readonly body: string
}

type PlacedOrder = OrderAnswer['order']

/** Failures after which nobody knows whether the order was placed: the same key must be asked with again. */
const UNKNOWN: ReadonlySet<string> = new Set([
  'outcome-unknown',
  'unreachable',
  'database-unavailable',
  'internal',
  'took-too-long',
])

/**
 * Placing an order from the shop. Its key stays with the browser until it is known what became of it, so that whatever is lost on the way (an answer,
 * the window) no order is placed twice.
 */
export const useShopOrder = defineStore('shop-order', () => {
  /** As JSON; '' for none. */
  const askedText = useStorage('novalex.shop-order-asked', '', localStorage)
  const placedText = useStorage('novalex.shop-order', '', sessionStorage)
  const placed = computed(() => parse<PlacedOrder>(placedText.value))

  function keyFor(body: string): string {
    const known = parse<Asked>(askedText.value)
    const asked = known?.body === body ? known : { key: createKey(), body }
    askedText.value = JSON.stringify(asked)
    return asked.key
  }

  async function place(body: OrderRequest): Promise<void> {
    const headers = { 'idempotency-key': keyFor(JSON.stringify(body)) }
    try {
      const { order } = await call('placeOrder', { body, headers })
      askedText.value = ''
      placedText.value = JSON.stringify(order)
    } catch (thrown) {
      if (thrown instanceof ApiError && !isUnknown(thrown)) askedText.value = ''
      throw thrown
    }
  }
  return { placed, place }
})

export const isUnknown = ({ code }: ApiError) => UNKNOWN.has(code)

/** That no two orders share. */
function createKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(18))
  return btoa(String.fromCharCode(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
}

/** Value from the browser's storage, if it is readable. */
function parse<T>(text: string): T | null {
  try {
    return text === '' ? null : JSON.parse(text)
  } catch {
    return null
  }
}
