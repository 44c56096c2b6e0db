import type { Cart, CartLine, CodeRegister, Product, Promotion, Shopper, ShopperRow } from '@novalex/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, toRaw, toRef, watch } from 'vue'
import { factsAs, getWorker, plain, useTillPlan } from '@/stores/tillPlan.ts'
import { useCounts } from '@/stores/counts.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useMoment } from '@/stores/moment.ts'
import type { EdgePrices, TillAnswer } from '@/workers/tillPricing.ts'

interface TillLine {
  readonly product: Product
  readonly quantity: number
}

/** The shopper at the till: one who qualifies, a guest, one with a typical past and at most one group, or one from the file. */
export type TillShopper = 'fitting' | 'guest' | 'signedIn' | 'returning' | 'known' | `group:${string}`

/** The test cart that is always there. It stays while you go from promotion to promotion, and ends with the window. */
export const useTillCart = defineStore('till', () => {
  const lines = shallowRef<readonly TillLine[]>([])
  const shopper = ref<TillShopper>('fitting')
  /** The one from the file, once chosen. */
  const known = shallowRef<ShopperRow | null>(null)
  const moment = useMoment()
  /** The one whose prices the screen shows beside the till. */
  const channel = toRef(moment, 'channel')
  const codes = ref<string[]>([])
  /** Codes of batches that there are not, and what they would open. */
  const madeUp = shallowRef<CodeRegister>({})
  /** As sold so far, as if nothing was, or as if so many items of the edited promotion were. */
  const sold = ref<'soFar' | 'nothing' | number>('soFar')
  /** None while the shopper has not chosen. */
  const delivery = ref<string | null>(null)
  const country = ref('')
  const store = useStoreInfo()
  /** Destinations of the chosen delivery option, with prices. */
  const served = computed(() => store.delivery.find(({ id }) => id === delivery.value)?.prices ?? [])
  const chosenDelivery = computed(() => {
    const place = served.value.find((one) => one.country === country.value) ?? served.value[0]
    return delivery.value === null
      ? null
      : { option: delivery.value, price: place?.price ?? 0, country: place?.country ?? country.value }
  })
  /** Emptied or changed by hand: no sample is put in any more. */
  const isTouched = ref(false)
  /** Whether the receipts from before and after the running edit stand side by side. */
  const isComparing = ref(false)

  const cart = computed<Cart>(() => ({
    lines: lines.value.map(({ product, quantity }) => ({ sku: product.sku, quantity })),
    codes: codes.value,
    channel: channel.value,
    delivery: chosenDelivery.value,
    shopper: shopper.value === 'known' ? withoutName(known.value) : toShopper(shopper.value),
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
  function setCodes(wanted: readonly string[]): void {
    isTouched.value = true
    codes.value = [...wanted]
  }
  /** The goods and the codes out of the till; who stands there and how it is delivered stay. */
  function empty(): void {
    isTouched.value = true
    lines.value = []
    codes.value = []
  }
  /** Puts a generated cart in, of products that are known. */
  function fill(cart: readonly CartLine[], products: readonly Product[]): void {
    isTouched.value = true
    lines.value = cart.flatMap(({ sku, quantity }) => {
      const product = products.find((one) => one.sku === sku)
      return product ? [{ product, quantity }] : []
    })
  }
  /** Sets shopper, codes, channel and delivery from a generated order, whose codes may be generated too. */
  function enter({ codes: wanted, channel: by, delivery: way, shopper: who }: Cart, register: CodeRegister = {}): void {
    codes.value = [...wanted]
    madeUp.value = register
    channel.value = by
    delivery.value = way?.option ?? null
    country.value = way?.country ?? ''
    shopper.value = who ? 'known' : 'guest'
    known.value = who ? { ...who, name: who.id } : null
  }
  return {
    enter,
    lines,
    shopper,
    known,
    channel,
    codes,
    madeUp,
    sold,
    delivery,
    country,
    isTouched,
    isComparing,
    served,
    chosenDelivery,
    cart,
    add,
    setQuantity,
    setCodes,
    empty,
    fill,
  }
})

/** Prices the till's cart in a worker, with every change of the cart, the moment, the plan and the rule under edit. */
export function useTill(edited: () => Promotion, opened: () => Promotion, samples: () => readonly Product[]) {
  const till = useTillCart()
  const moment = useMoment()
  const store = useStoreInfo()
  const counts = useCounts()
  const remote = getWorker()
  const plan = useTillPlan()
  const answer = shallowRef<TillAnswer | null>(null)
  const edges = shallowRef<EdgePrices | null>(null)
  /** How long the last answers took, from the change to what is shown. */
  const latency = shallowRef(0)
  let latest = 0

  watch(
    [
      () => plan.planLoaded,
      () => till.cart,
      () => moment.instant,
      () => moment.isMoved,
      () => till.shopper,
      edited,
      samples,
      () => till.sold,
      () => counts.facts,
    ],
    async () => {
      if (plan.planLoaded === 0) return
      const asking = ++latest
      const known = [...till.lines.map(({ product }) => product), ...samples()]
      const products = [...new Map(known.map((product) => [product.sku, toRaw(product)])).values()]
      const rules = { edited: plain(edited()), opened: plain(opened()) }
      const delivery = plain(store.delivery)
      const facts = plain(factsAs(till.sold, edited().id, counts.facts))
      const question = {
        products: plain(products),
        facts,
        cart: plain(till.cart),
        isFitted: till.shopper === 'fitting',
        isMoved: moment.isMoved,
        codes: plain(till.madeUp),
        now: moment.instant,
        delivery,
        ...rules,
      }
      const startedAt = performance.now()
      const priced = await remote.price(question)
      if (asking !== latest) return
      answer.value = priced
      latency.value = performance.now() - startedAt
      const priceEdges = await remote.edges(question)
      if (asking === latest) edges.value = priceEdges
    },
    { immediate: true },
  )
  return { answer, edges, latency }
}

function withoutName(shopper: ShopperRow | null): Shopper | null {
  if (!shopper) return null
  const { name: _name, ...rest } = shopper
  return rest
}

function toShopper(shopper: TillShopper): Shopper | null {
  if (shopper === 'guest' || shopper === 'fitting') return null
  const groups = shopper.startsWith('group:') ? [shopper.slice('group:'.length)] : []
  const past = shopper === 'signedIn' ? { orders: 0, spent: 0 } : { orders: 3, spent: 18_000 }
  return { id: 'at-the-till', groups, tags: [], ...past, bought: [] }
}
