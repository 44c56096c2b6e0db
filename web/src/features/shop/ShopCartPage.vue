<script setup lang="ts">
import type { ShopCartAnswer } from '@novalex/contract'
import { computed, ref, watch } from 'vue'
import { readUnits, showUnits } from '@/composables/readUnits.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import type { ApiError } from '@/api/http.ts'
import LoadError from '@/components/LoadError.vue'
import {
  text,
  shopText,
  explainError,
  explainProblem,
  explainCode,
  explainLack,
  describeShopNudge,
} from '@/locale/catalogue.ts'
import { formatMoney } from '@novalex/words'
import { useNotice } from '@/stores/notice.ts'
import { useShopView } from '@/stores/shopView.ts'
import ShopCheckout from './ShopCheckout.vue'
import ShopFrame from './ShopFrame.vue'
import { useShopCart } from './shopCart.ts'
import { useBegunOffers } from './useBegunOffers.ts'
import { nameCause as causeOf, nameLineCause, nameReduction } from './nameCause.ts'

type Code = ShopCartAnswer['codes'][number]

const MOST_CODES = 5

const shop = useShopCart()
const view = useShopView()
const notice = useNotice()
const typed = ref('')
/** Why a code was not taken into the cart. */
const refusal = ref('')
const asked = useAnswer('priceShopCart', () => (shop.count === 0 ? null : { body: { ...view.asked, cart: shop.cart } }))
const { data, error } = asked

/** Removes whatever prevents pricing the cart, and says so. */
watch(error, (failure) => {
  if (failure) settle(failure)
})
function settle(failure: ApiError): void {
  const latest = shop.cart.codes.at(-1)
  if (failure.code === 'too-many-codes' && latest !== undefined) {
    refusal.value = explainError(failure)
    shop.removeCode(latest)
  }
  for (const problem of failure.problems) {
    const line = /^cart\.lines\.(\d+)\.sku$/.exec(problem.path)?.[1]
    const gone = line === undefined ? undefined : shop.cart.lines[Number(line)]
    if (gone) shop.setQuantity(gone.sku, 0)
    if (problem.path.startsWith('cart.delivery')) shop.setDelivery(null)
    if (gone || problem.path.startsWith('cart.delivery')) notice.say(explainProblem(problem))
  }
}

/** At once, and again when what servers remember is over. */
const REMEMBERED_MS = 1200
async function lookAgain(): Promise<void> {
  await asked.refetch()
  setTimeout(() => void asked.refetch(), REMEMBERED_MS)
}

useBegunOffers(data)

const options = computed(() => (view.shop?.delivery ?? []).map(({ id, name }) => ({ value: id, title: name })))
const countries = computed(() => {
  const chosen = view.shop?.delivery.find(({ id }) => id === shop.kept.delivery?.option)
  return chosen?.prices.map(({ country }) => country) ?? []
})

function chooseDelivery(option: string | null): void {
  const prices = view.shop?.delivery.find(({ id }) => id === option)?.prices ?? []
  const place = prices.find(({ country }) => country === shop.kept.delivery?.country) ?? prices[0]
  shop.setDelivery(option === null || !place ? null : { option, country: place.country })
}

/** Why a code changes nothing, without naming promotions. */
function sayOf({ code, outcome, reason, lacks }: Code): string {
  const why = lacks ? explainLack(lacks, view.names) : ''
  return explainCode({ code, outcome, reason }, why)
}

function useCode(): void {
  const code = typed.value.trim()
  refusal.value = ''
  if (code === '') return
  if (shop.cart.codes.length >= MOST_CODES) refusal.value = shopText.mostCodes(MOST_CODES)
  else {
    shop.addCode(code)
    typed.value = ''
  }
}

function onQuantity(
  { sku, quantity: before }: { readonly sku: string; readonly quantity: number },
  event: Event,
): void {
  const quantity = readUnits(event)
  if (quantity === null) showUnits(event, before)
  else shop.setQuantity(sku, quantity)
}
</script>

<template>
  <ShopFrame :title="shopText.cart">
    <h1>{{ shopText.cart }}</h1>
    <LoadError v-if="shop.count > 0" :of="[asked]" />
    <p v-if="shop.count === 0">{{ shopText.empty }} <router-link to="/shop">{{ shopText.toShop }}</router-link></p>
    <div v-else-if="data" class="cart">
      <div>
        <div v-for="(line, index) in data.lines" :key="index" class="line">
          <input
            v-if="!line.gift"
            type="number"
            min="0"
            max="9999"
            :value="line.quantity"
            :aria-label="shopText.quantity(line.name)"
            @change="(event) => onQuantity(line, event)"
          />
          <span v-else>{{ line.quantity }} ×</span>
          <span>
            <router-link :to="`/shop/products/${encodeURIComponent(line.sku)}`">{{ line.name }}</router-link>
            <span v-for="(cause, at) in line.causes" :key="at" class="cause saves">
              {{ nameLineCause(cause, line) }} −{{ formatMoney(cause.amount) }}
            </span>
            {{ ' ' }}
            <button
              v-if="!line.gift"
              type="button"
              class="as-link take-out"
              :aria-label="shopText.removeOf(line.name)"
              @click="shop.setQuantity(line.sku, 0)"
            >
              {{ shopText.remove }}
            </button>
          </span>
          <span class="price">
            <span v-if="line.total < line.regular" class="struck money">{{ formatMoney(line.regular) }}</span>
            <strong class="money">{{ formatMoney(line.total) }}</strong>
          </span>
        </div>
        <p v-for="(one, index) in data.reductions" :key="`r${index}`" class="reduction saves">
          <span>{{ nameReduction(one, view.names) }}</span>
          <span class="money">{{ formatMoney(-one.amount) }}</span>
        </p>
        <p v-for="({ kind, title, nudge, names: goods }, index) in data.nudges" :key="index" class="nudge">
          ↗ <strong v-if="title">{{ title }}:</strong>
          {{ describeShopNudge(nudge, { kind, nameOf: (sku) => goods[sku] ?? sku }) }}.
        </p>
      </div>
      <aside>
        <form @submit.prevent="useCode">
          <v-text-field v-model="typed" :label="shopText.code" maxlength="64" hide-details />
          <v-btn type="submit">{{ shopText.useCode }}</v-btn>
        </form>
        <p v-for="code in data.codes" :key="code.code" :class="code.outcome === 'applied' ? 'saves' : 'wrong'">
          {{ code.outcome === 'applied' ? '✓' : '✕' }} {{ sayOf(code) }}
          <button
            type="button"
            class="as-link"
            :aria-label="shopText.removeCode(code.code)"
            @click="shop.removeCode(code.code)"
          >
            {{ text.common.remove }}
          </button>
        </p>
        <p v-if="refusal" class="wrong" role="alert">{{ refusal }}</p>
        <div class="ways">
          <v-select
            :model-value="shop.kept.delivery?.option ?? null"
            :items="options"
            :label="shopText.delivery"
            :placeholder="shopText.noDelivery"
            persistent-placeholder
            clearable
            @update:model-value="(option: string | null) => chooseDelivery(option ?? null)"
          />
          <v-select
            v-if="shop.kept.delivery && countries.length > 1"
            :model-value="shop.kept.delivery.country"
            :items="countries"
            :label="shopText.country"
            @update:model-value="(country: string) => shop.setDelivery({ option: shop.kept.delivery!.option, country })"
          />
        </div>
        <p v-if="shop.kept.delivery" class="row">
          <span>{{ shopText.delivery }}</span>
          <span>
            <span v-if="data.delivery.total < data.delivery.regular" class="struck money">{{
              formatMoney(data.delivery.regular)
            }}</span>
            {{ data.delivery.total === 0 ? shopText.free : formatMoney(data.delivery.total) }}
          </span>
        </p>
        <p v-for="(cause, index) in data.surcharges" :key="index" class="row">
          <span>{{ causeOf(cause) }}</span> <span>{{ formatMoney(cause.amount) }}</span>
        </p>
        <p v-if="data.saved > 0" class="row saves">
          <span>{{ shopText.saved }}</span> <span>{{ formatMoney(data.saved) }}</span>
        </p>
        <p class="row total">
          <strong>{{ shopText.toPay }}</strong>
          <strong role="status" aria-live="polite" data-testid="shop-total">{{ formatMoney(data.grand) }}</strong>
        </p>
        <ShopCheckout :answer="data" :is-repricing="asked.isPlaceholderData.value" @changed="lookAgain" />
      </aside>
    </div>
  </ShopFrame>
</template>

<style scoped>
.cart {
  align-items: start;
  display: grid;
  gap: 36px;
  grid-template-columns: minmax(0, 1fr) 300px;
  margin-top: 14px;
}

.line {
  align-items: baseline;
  border-bottom: 1px solid var(--line);
  display: grid;
  gap: 12px;
  grid-template-columns: 60px minmax(0, 1fr) auto;
  padding: 10px 0;
}

input {
  background: none;
  border: 1px solid var(--line);
  color: inherit;
  font: inherit;
  padding: 2px 4px;
  width: 60px;
}

.cause {
  display: block;
  font-size: 13px;
}

.take-out {
  font-size: 13px;
}

.price {
  display: flex;
  gap: 8px;
}

.reduction {
  border-bottom: 1px solid var(--line);
  display: flex;
  gap: 12px;
  justify-content: space-between;
  padding: 10px 0;
}

.nudge {
  margin-top: 8px;
}

aside {
  display: grid;
  gap: 12px;
}

form {
  align-items: center;
  display: grid;
  gap: 8px;
  grid-template-columns: 1fr auto;
}

.row {
  display: flex;
  justify-content: space-between;
}

.total {
  border-top: 2px solid var(--ink);
  font-size: 19px;
  padding-top: 8px;
}
.ways {
  display: grid;
  gap: 8px;
  grid-auto-columns: 96px;
  grid-template-columns: minmax(0, 1fr);
}

.ways > :nth-child(2) {
  grid-column: 2;
  grid-row: 1;
}
</style>
