import type { Cart, Product, Promotion, Shopper } from '@novalex/core'
import { defineStore } from 'pinia'
import { wrap, type Remote } from 'comlink'
import { computed, ref, shallowRef, toRaw, watch } from 'vue'
import { api } from '@/api/api.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import type { EdgePrice, TillAnswer, TillWorker } from '@/workers/till.worker.ts'

export interface TillLine {
  readonly product: Product
  readonly quantity: number
}

/** Who stands at the till: nobody known, or a shopper in at most one group. */
export type TillShopper = 'guest' | 'signedIn' | `group:${string}`

/** The test cart that is always there. It stays while you go from promotion to promotion, and ends with the window. */
export const useTillCart = defineStore('till', () => {
  const lines = shallowRef<readonly TillLine[]>([])
  const shopper = ref<TillShopper>('guest')
  const channel = ref('web')
  /** Emptied or changed by hand: no sample is put in any more. */
  const isTouched = ref(false)

  const cart = computed<Cart>(() => ({
    lines: lines.value.map(({ product, quantity }) => ({ sku: product.sku, quantity })),
    codes: [],
    channel: channel.value,
    delivery: null,
    shopper: toShopper(shopper.value),
  }))

  function add(product: Product, quantity = 1): void {
    const known = lines.value.find((line) => line.product.sku === product.sku)
    if (known) setQuantity(product.sku, known.quantity + quantity)
    else lines.value = [...lines.value, { product, quantity }]
  }
  function setQuantity(sku: string, quantity: number): void {
    isTouched.value = true
    lines.value = lines.value.flatMap((line) => {
      if (line.product.sku !== sku) return [line]
      return quantity > 0 ? [{ ...line, quantity }] : []
    })
  }
  function empty(): void {
    isTouched.value = true
    lines.value = []
  }
  return { lines, shopper, channel, isTouched, cart, add, setQuantity, empty }
})

/** Prices the till's cart in a worker, with every change of the cart, the moment, the plan and the rule under edit. */
export function useTill(edited: () => Promotion) {
  const till = useTillCart()
  const moment = useMoment()
  const store = useStoreInfo()
  const remote = getWorker()
  const answer = shallowRef<TillAnswer | null>(null)
  const edges = shallowRef<readonly EdgePrice[]>([])
  const planLoaded = ref(0)
  let latest = 0

  watch(
    [() => moment.plan, () => store.info?.planRevision],
    async () => {
      const plan = await api.getPlan(moment.plan).catch(() => null)
      if (!plan) return
      await remote.setPlan(plan)
      planLoaded.value++
    },
    { immediate: true },
  )

  watch(
    [planLoaded, () => till.cart, () => moment.instant, edited],
    async () => {
      if (planLoaded.value === 0) return
      const asking = ++latest
      const products = till.lines.map(({ product }) => toRaw(product))
      const rule = plain(edited())
      const question = { products, cart: plain(till.cart), now: moment.instant, edited: rule }
      const [priced, priceEdges] = await Promise.all([remote.price(question), remote.edges(question)])
      if (asking !== latest) return
      answer.value = priced
      edges.value = priceEdges
    },
    { immediate: true },
  )
  return { answer, edges }
}

let remoteWorker: Remote<TillWorker> | null = null

/** One worker for the whole application. */
function getWorker(): Remote<TillWorker> {
  remoteWorker ??= wrap<TillWorker>(
    new Worker(new URL('../../workers/till.worker.ts', import.meta.url), { type: 'module' }),
  )
  return remoteWorker
}

/** Without Vue's proxies, which can't cross to a worker. */
function plain<T>(value: T): T {
  return JSON.parse(JSON.stringify(value)) as T
}

function toShopper(shopper: TillShopper): Shopper | null {
  if (shopper === 'guest') return null
  const groups = shopper.startsWith('group:') ? [shopper.slice('group:'.length)] : []
  return { id: 'at-the-till', groups, tags: [], orders: 0, spent: 0, bought: [] }
}
