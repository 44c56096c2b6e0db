<script setup lang="ts">
import type { ShopCartAnswer } from '@novalex/contract'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ApiError } from '@/api/http.ts'
import { shopText } from '@/locale/enShop.ts'
import { formatMoney, joinWords } from '@/locale/format.ts'
import { explainError, explainProblem } from '@/locale/problems.ts'
import { useShopView } from '@/stores/shopView.ts'
import { nameCause } from './nameCause.ts'
import { useShopCart } from './shopCart.ts'
import { isUnknown, useShopOrder } from './shopOrder.ts'

/** Who orders, and the order itself, at the price that stands above. */
const { answer, isYoung } = defineProps<{
  answer: ShopCartAnswer
  /** Whether the cart has changed since it was priced. */
  isYoung: boolean
}>()
const emit = defineEmits<{ changed: [] }>()

const words = shopText.checkout
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
/** Another moment or plan is looked at. */
const isElsewhere = computed(() => Object.keys(view.asked).length > 0)
const problemAt = (path: string) => failure.value?.problems.find((problem) => problem.path === path)
const says = computed(() => {
  const thrown = failure.value
  if (!thrown) return ''
  if (isUnknown(thrown)) return words.again
  if (thrown.code === 'price-changed')
    return [...findGone(thrown), words.changed(formatMoney(totalOf(thrown)))].join(' ')
  const placed = thrown.problems.filter(({ path }) => !path.startsWith('buyer'))
  return placed[0] ? explainProblem(placed[0]) : thrown.problems.length > 0 ? '' : explainError(thrown)
})

interface Changed {
  readonly receipt: ShopCartAnswer
  readonly codes: readonly { readonly code: string }[]
  readonly promotions: readonly Parameters<typeof nameCause>[0][]
}
const factsOf = ({ facts }: ApiError) => facts as unknown as Changed
const totalOf = (thrown: ApiError) => factsOf(thrown).receipt.grand
function findGone(thrown: ApiError): string[] {
  const { codes, promotions } = factsOf(thrown)
  const gone = [
    ...promotions.map((one) => nameCause({ ...one, code: null })),
    ...codes.map(({ code }) => shopText.byCode(code)),
  ]
  return gone.length > 0 ? [words.gone(joinWords([...new Set(gone)], 'and'))] : []
}

// What is said of the cart is about the cart as it was.
watch(
  () => shop.cart,
  () => {
    if (failure.value && !isUnknown(failure.value)) failure.value = null
  },
)

const gifts = computed(() => {
  const units: Record<string, number> = {}
  for (const { gift, sku, quantity } of answer.lines) if (gift) units[sku] = (units[sku] ?? 0) + quantity
  return units
})

async function order(): Promise<void> {
  isAsking.value = true
  failure.value = null
  const buyer = { name: name.value, email: email.value, consent: consent.value }
  try {
    await orders.place({
      cart: shop.cart,
      expected: { grand: answer.grand, gifts: gifts.value },
      ...(shopper.value ? {} : { buyer }),
    })
    shop.clear()
    await router.push('/shop/order')
  } catch (thrown) {
    if (!(thrown instanceof ApiError)) throw thrown
    failure.value = thrown
    if (!isUnknown(thrown)) emit('changed')
  } finally {
    isAsking.value = false
  }
}
const errorsAt = (path: string) => {
  const problem = problemAt(path)
  return problem ? [explainProblem(problem)] : []
}
</script>

<template>
  <div class="checkout">
    <p v-if="isElsewhere" class="quiet">{{ words.onlyNow }}</p>
    <p v-else-if="!shop.kept.delivery" class="quiet">{{ words.first }}</p>
    <form v-else :aria-label="words.title" @submit.prevent="order">
      <p v-if="shopper">{{ words.signedIn(shopper.name) }}</p>
      <template v-else>
        <v-text-field
          v-model="name"
          :label="words.name"
          maxlength="120"
          autocomplete="name"
          :error-messages="errorsAt('buyer.name')"
        />
        <v-text-field
          v-model="email"
          :label="words.email"
          type="email"
          maxlength="254"
          autocomplete="email"
          :error-messages="errorsAt('buyer.email')"
        />
        <v-checkbox v-model="consent" :label="words.consent" hide-details />
      </template>
      <p v-if="says" class="wrong" role="alert">{{ says }}</p>
      <v-btn type="submit" variant="flat" :disabled="isAsking || isYoung">{{
        failure && isUnknown(failure) ? words.askAgain : words.order(formatMoney(answer.grand))
      }}</v-btn>
      <p class="quiet">{{ words.nothingHeld }}</p>
    </form>
  </div>
</template>

<style scoped>
.checkout {
  border-top: 1px solid var(--line);
  padding-top: 14px;
}

.checkout form {
  display: grid;
  gap: 10px;
}

.quiet {
  font-size: 13px;
}
</style>
