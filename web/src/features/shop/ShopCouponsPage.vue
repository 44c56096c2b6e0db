<script setup lang="ts">
import { toLocal } from '@novalex/core'
import { computed } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { formatShopEnd, shopText } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useShopView } from '@/stores/shopView.ts'
import ShopFrame from './ShopFrame.vue'
import ShopOffer from './ShopOffer.vue'
import { useShopCart } from './shopCart.ts'

/** The codes that the shop lists for everybody, with what each gives. */
const words = shopText.coupons
const view = useShopView()
const shop = useShopCart()
const notice = useNotice()
const asked = useAnswer('listShopDiscountCodes')
const { data: coupons } = asked
const zone = computed(() => view.shop?.timeZone ?? 'UTC')
const untilOf = (until: string) => words.until(formatShopEnd(toLocal(Date.parse(until), zone.value), zone.value))

function take(code: string): void {
  shop.addCode(code)
  notice.say(words.taken(code))
}
</script>

<template>
  <ShopFrame>
    <h1>{{ words.title }}</h1>
    <p class="quiet">{{ words.hint }}</p>
    <LoadError :of="[asked]" />
    <p v-if="coupons?.length === 0">{{ words.none }}</p>
    <ul v-else-if="coupons">
      <li v-for="coupon in coupons" :key="coupon.code">
        <button type="button" class="code" :aria-label="words.copy(coupon.code)" @click="take(coupon.code)">
          {{ coupon.code }}
        </button>
        <div>
          <ShopOffer :promotion="coupon" :goods="coupon.names" :names="view.names" />
          <p v-if="coupon.until" class="quiet">{{ untilOf(coupon.until) }}</p>
        </div>
      </li>
    </ul>
  </ShopFrame>
</template>

<style scoped>
ul {
  display: grid;
  gap: 14px;
  list-style: none;
  margin-top: 16px;
  max-width: 640px;
  padding: 0;
}

li {
  align-items: start;
  border-bottom: 1px solid var(--line);
  display: grid;
  gap: 20px;
  grid-template-columns: 180px minmax(0, 1fr);
  padding-bottom: 14px;
}

.code {
  background: none;
  border: 1px dashed var(--act);
  color: inherit;
  cursor: pointer;
  font: inherit;
  font-weight: 650;
  letter-spacing: 0.05em;
  overflow-wrap: anywhere;
  padding: 8px 10px;
}
</style>
