<script setup lang="ts">
import { toLocal } from '@novalex/core'
import { computed } from 'vue'
import { shopText } from '@/locale/catalogue.ts'
import { formatLocal, formatMoney } from '@novalex/words'
import { useShopView } from '@/stores/shopView.ts'
import { nameCause, nameLineCause, nameReduction } from './nameCause.ts'
import ShopFrame from './ShopFrame.vue'
import { useShopOrder } from './shopOrder.ts'

/** The order that was placed last in this window, with each reduction named. */
const words = shopText.order
const view = useShopView()
const orders = useShopOrder()
const order = computed(() => orders.placed)
const placedAt = computed(() =>
  order.value
    ? formatLocal(toLocal(Date.parse(order.value.placedAt), view.shop?.timeZone ?? 'UTC'), { year: true })
    : '',
)
</script>

<template>
  <ShopFrame>
    <p v-if="!order">{{ words.none }} <router-link to="/shop">{{ shopText.toShop }}</router-link></p>
    <article v-else>
      <h1>{{ words.title }}</h1>
      <p role="status">{{ words.placed(order.number) }} <span class="quiet">{{ placedAt }}</span></p>
      <div v-for="(line, index) in order.receipt.lines" :key="index" class="line">
        <span>{{ line.quantity }} ×</span>
        <span>
          {{ line.name }}
          <span v-for="(cause, at) in line.causes" :key="at" class="cause saves">
            {{ nameLineCause(cause, line) }} −{{ formatMoney(cause.amount) }}
          </span>
        </span>
        <span>
          <span v-if="line.total < line.regular" class="struck money">{{ formatMoney(line.regular) }}</span>
          <span class="money">{{ formatMoney(line.total) }}</span>
        </span>
      </div>
      <p v-for="(one, index) in order.receipt.reductions" :key="`r${index}`" class="row saves">
        <span>{{ nameReduction(one, view.names) }}</span> <span>{{ formatMoney(-one.amount) }}</span>
      </p>
      <p class="row">
        <span>
          {{ words.delivery }}
          <span v-for="(cause, at) in order.receipt.delivery.causes" :key="at" class="cause saves">
            {{ nameCause(cause) }} −{{ formatMoney(cause.amount) }}
          </span>
        </span>
        <span>{{
          order.receipt.delivery.total === 0 ? shopText.free : formatMoney(order.receipt.delivery.total)
        }}</span>
      </p>
      <p v-for="(cause, index) in order.receipt.surcharges" :key="index" class="row">
        <span>{{ nameCause(cause) }}</span> <span>{{ formatMoney(cause.amount) }}</span>
      </p>
      <p v-if="order.receipt.saved > 0" class="row saves">
        <span>{{ shopText.saved }}</span> <span>{{ formatMoney(order.receipt.saved) }}</span>
      </p>
      <p class="row total"><strong>{{ shopText.toPay }}</strong> <strong>{{ formatMoney(order.grand) }}</strong></p>
      <p class="quiet">{{ words.note }}</p>
      <router-link to="/shop">{{ shopText.toShop }}</router-link>
    </article>
  </ShopFrame>
</template>

<style scoped>
article {
  display: grid;
  gap: 10px;
  max-width: 560px;
}

.line {
  border-bottom: 1px solid var(--line);
  display: grid;
  gap: 12px;
  grid-template-columns: 40px minmax(0, 1fr) auto;
  padding: 8px 0;
}

.cause {
  display: block;
  font-size: 13px;
}

.struck {
  margin-right: 8px;
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
