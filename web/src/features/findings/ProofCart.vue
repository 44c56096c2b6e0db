<script setup lang="ts">
import type { FindingAnswer, ProofAnswer } from '@novalex/contract'
import type { Receipt } from '@novalex/core'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { useAttempt } from '@/composables/useAttempt.ts'
import PaperReceipt from '@/features/testCarts/PaperReceipt.vue'
import { useTillCart } from '@/features/till/useTill.ts'
import { useProofPlan } from './proofPlan.ts'
import { findingText as words } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useCounts } from '@/stores/counts.ts'
import { useFindings } from '@/stores/findings.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

type Cart = Extract<ProofAnswer, { carts: unknown }>['carts'][number]

/** An order that proves a finding, priced, as a receipt; it can be put into the till. */
const { cart, finding, names } = defineProps<{
  cart: Cart
  finding: FindingAnswer
  names: Readonly<Record<string, string>>
  isLast: boolean
}>()

const store = useStoreInfo()
const moment = useMoment()
const till = useTillCart()
const counts = useCounts()
const findings = useFindings()
const session = useSession()
const notice = useNotice()
const router = useRouter()
const attempt = useAttempt()
const plan = useProofPlan()

const { data: quote } = useAnswer('priceCart', () => {
  const { now, ...order } = cart.order
  return { body: { plan: plan.value, at: now, ...order } }
})
const { all } = usePromotionRecords()
const nameOf = (id: string) => all.value?.find(({ promotion }) => promotion.id === id)?.promotion.name ?? id
const title = computed(() => {
  const who = cart.order.cart.shopper ? [...cart.order.cart.shopper.groups, ...cart.order.cart.shopper.tags] : []
  const parts = [
    formatInstant(Date.parse(cart.order.now), { zone: store.zone, year: false }),
    ...who,
    ...cart.order.cart.codes,
  ]
  return parts.join(' · ')
})
const receipt = computed<Receipt | null>(() => {
  if (!quote.value) return null
  const { lines, delivery, totals } = quote.value
  const amounts = new Map<string, number>()
  for (const { promotion, amount } of [...lines.flatMap(({ adjustments }) => adjustments), ...delivery.adjustments])
    amounts.set(promotion, (amounts.get(promotion) ?? 0) + amount)
  return {
    lines: lines.map(({ sku, quantity, gift, regular, total }) => {
      return { sku, name: names[`product:${sku}`] ?? sku, quantity, gift, regular, total }
    }),
    reductions: [...amounts].flatMap(([id, amount]) => {
      return amount > 0 ? [{ promotion: nameOf(id), amount }] : []
    }),
    delivery: delivery.total,
    surcharges: totals.surcharges,
    grand: totals.grand,
  }
})

const isMadeUp = (code: string) => cart.order.codes?.[code] !== undefined
/** Skips carts that are already saved or use unknown codes. */
const canKeep = computed(
  () => session.may('planner') && finding.kind !== 'test-cart-broken' && !cart.order.cart.codes.some(isMadeUp),
)

/** To the promotion that the finding is about, with this order at its till and the moment of it. */
async function intoTill(): Promise<void> {
  const { cart: wanted, now, codes, facts } = cart.order
  await attempt(async () => {
    const priced = await Promise.all(wanted.lines.map(({ sku }) => call('getProduct', { params: { sku }, query: {} })))
    till.fill(
      wanted.lines,
      priced.map(({ product }) => product),
    )
    till.enter(wanted, codes)
    moment.plan = plan.value
    moment.moveTo(Date.parse(now))
    const about = finding.subjects.findLast(({ kind }) => kind === 'promotion')
    const sold = about && facts?.[about.id]?.unitsSold
    till.sold = sold == null || sold === counts.facts[about!.id]?.unitsSold ? 'soFar' : sold
    await router.push(about ? `/promotions/${about.id}` : '/test-carts')
  })
}

const keep = () =>
  attempt(async () => {
    const name = findings.describe(finding, names).slice(0, 120)
    await call('createTestCart', { body: { name, at: cart.order.now, cart: cart.order.cart, expected: null } })
    notice.say(words.kept)
  })
</script>

<template>
  <div>
    <PaperReceipt v-if="receipt" :title="title" :receipt="receipt" />
    <p v-if="isLast" class="acts">
      <button type="button" class="as-link" @click="intoTill">{{ words.intoTill }}</button>
      <button v-if="canKeep" type="button" class="as-link" @click="keep">{{ words.keep }}</button>
    </p>
  </div>
</template>

<style scoped>
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
}
</style>
