<script setup lang="ts">
import type { ShopCartAnswer } from '@novalex/contract'
import { formatAmount } from '@novalex/core'
import { ref } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { text } from '@/locale/en.ts'
import { shopText } from '@/locale/enShop.ts'
import { formatMoney } from '@/locale/format.ts'
import { explainCode, explainLack, explainNudge } from '@/sentences/reasons.ts'
import { DELIVERY_OPTIONS } from '@/locale/ruleWords.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNames } from '@/stores/names.ts'
import ShopFrame from './ShopFrame.vue'
import { useShopCart } from './shopCart.ts'
import { wordsOf } from '@/mechanics/words.ts'

type Cause = ShopCartAnswer['surcharges'][number]
type Code = ShopCartAnswer['codes'][number]

const shop = useShopCart()
const moment = useMoment()
const names = useNames()
const typed = ref('')
const asked = useAnswer('priceShopCart', () => ({ body: { at: moment.at, cart: shop.cart } }))
const { data } = asked

const causeOf = ({ kind, title, code }: Cause) =>
  title ?? (code === null ? wordsOf({ kind }).cause : shopText.byCode(code))

/** Why a code changes nothing, without naming promotions. */
function sayOf({ code, outcome, reason, lacks }: Code): string {
  const why = lacks ? explainLack(lacks, names.names) : ''
  return shopText.codeSays(code, explainCode({ outcome, reason }, why))
}

function useCode(): void {
  if (typed.value.trim() !== '') shop.addCode(typed.value.trim())
  typed.value = ''
}

function onQuantity(sku: string, event: Event): void {
  const quantity = Math.floor(Number((event.target as HTMLInputElement).value))
  if (Number.isInteger(quantity) && quantity >= 0) shop.setQuantity(sku, quantity)
}
</script>

<template>
  <ShopFrame :release="data?.release ?? null">
    <h1>{{ shopText.cart }}</h1>
    <LoadError :of="[asked]" />
    <p v-if="shop.count === 0">
      {{ shopText.empty }} <router-link to="/shop">{{ shopText.toShop }}</router-link>
    </p>
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
            @change="(event) => onQuantity(line.sku, event)"
          />
          <span v-else>{{ line.quantity }} ×</span>
          <span>
            <router-link :to="`/shop/${encodeURIComponent(line.sku)}`">{{ line.name }}</router-link>
            <span v-for="(cause, at) in line.causes" :key="at" class="cause saves">
              {{ line.gift ? shopText.gift : causeOf(cause) }} −{{ formatMoney(cause.amount) }}
            </span>
          </span>
          <span class="price">
            <span v-if="line.total < line.regular" class="struck money">{{ formatAmount(line.regular) }}</span>
            <strong class="money">{{ formatMoney(line.total) }}</strong>
          </span>
        </div>
        <p v-for="({ kind, title, nudge, names: goods }, index) in data.nudges" :key="index" class="nudge">
          ↗ <strong v-if="title">{{ title }}:</strong>
          {{ explainNudge(nudge, { kind, nameOf: (sku) => goods[sku] ?? sku }) }}.
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
        <v-select
          :model-value="shop.kept.delivery"
          :items="Object.entries(DELIVERY_OPTIONS).map(([value, title]) => ({ value, title }))"
          :label="shopText.delivery"
          :placeholder="shopText.noDelivery"
          persistent-placeholder
          clearable
          @update:model-value="(delivery: string | null) => shop.setDelivery(delivery ?? null)"
        />
        <p v-if="shop.kept.delivery" class="row">
          <span>{{ shopText.delivery }}</span>
          <span>
            <span v-if="data.delivery.total < data.delivery.regular" class="struck money">{{
              formatAmount(data.delivery.regular)
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
        <p class="quiet">{{ shopText.orders }}</p>
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

.price {
  display: flex;
  gap: 8px;
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
</style>
