import type { ShopCartAnswer } from '@novalex/contract'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ApiError } from '@/api/http.ts'
import { shopText, joinWords, explainError, explainProblem } from '@/locale/catalogue.ts'
import { formatMoney } from '@novalex/words'
import { useShopView } from '@/stores/shopView.ts'
import { nameCause } from './nameCause.ts'
import { useShopCart } from './shopCart.ts'
import { isUnknown, useShopOrder } from './shopOrder.ts'

const words = shopText.checkout

/** Facts of the error `price-changed`. */
interface Changed {
  readonly receipt: ShopCartAnswer
  readonly codes: readonly { readonly code: string }[]
  readonly promotions: readonly Parameters<typeof nameCause>[0][]
}

/** The buyer's details and the order, at the price that `answer` shows. `onChanged`: called when the cart must be priced again. */
export function useCheckout(answer: () => ShopCartAnswer, onChanged: () => void) {
  const view = useShopView()
  const shop = useShopCart()
  const orders = useShopOrder()
  const router = useRouter()
  const name = ref('')
  const email = ref('')
  const consent = ref(false)
  const isAsking = ref(false)
  const failure = ref<ApiError | null>(null)
  const shopper = computed(() => view.shop?.shopper ?? null)
  /** Whether it is unknown what became of the order. */
  const isOpen = computed(() => failure.value !== null && isUnknown(failure.value))
  const says = computed(() => (failure.value ? explain(failure.value) : ''))

  // A refusal is about the cart as it was.
  watch(
    () => shop.cart,
    () => {
      if (!isOpen.value) failure.value = null
    },
  )

  const gifts = computed(() => {
    const units: Record<string, number> = {}
    for (const { gift, sku, quantity } of answer().lines) if (gift) units[sku] = (units[sku] ?? 0) + quantity
    return units
  })

  async function order(): Promise<void> {
    isAsking.value = true
    failure.value = null
    const buyer = { name: name.value, email: email.value, consent: consent.value }
    try {
      await orders.place({
        cart: shop.cart,
        expected: { grand: answer().grand, gifts: gifts.value },
        ...(shopper.value ? {} : { buyer }),
      })
      shop.clear()
      await router.push('/shop/order')
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      failure.value = thrown
      if (!isUnknown(thrown)) onChanged()
    } finally {
      isAsking.value = false
    }
  }

  function errorsAt(path: string): string[] {
    const problem = failure.value?.problems.find((one) => one.path === path)
    return problem ? [explainProblem(problem)] : []
  }
  return { name, email, consent, shopper, isAsking, isOpen, says, order, errorsAt }
}

/** Explains a failure beside the button; problems of the buyer's fields are explained at the fields. */
function explain(failure: ApiError): string {
  if (isUnknown(failure)) return words.again
  if (failure.code === 'price-changed') {
    const { receipt, codes, promotions } = failure.facts as unknown as Changed
    return [...explainGone(promotions, codes), words.changed(formatMoney(receipt.grand))].join(' ')
  }
  const [first] = failure.problems.filter(({ path }) => !path.startsWith('buyer'))
  if (first) return explainProblem(first)
  return failure.problems.length > 0 ? '' : explainError(failure)
}

function explainGone(promotions: Changed['promotions'], codes: Changed['codes']): string[] {
  const gone = [
    ...promotions.map((one) => nameCause({ ...one, code: null })),
    ...codes.map(({ code }) => shopText.byCode(code)),
  ]
  return gone.length > 0 ? [words.gone(joinWords([...new Set(gone)], 'and'))] : []
}
