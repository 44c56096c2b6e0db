<script setup lang="ts">
import { api } from '@/api/api.ts'
import LoadError from '@/components/LoadError.vue'
import { useLoad } from '@/composables/useLoad.ts'
import { text } from '@/locale/en.ts'
import { formatEnd, formatZone } from '@/locale/format.ts'
import { shopText } from '@/locale/enShop.ts'
import { writeSentence } from '@/locale/sentence.ts'
import { describePromotion, toLocal, type Promotion } from '@novalex/core'
import { useNames } from '@/stores/names.ts'
import { useNotice } from '@/stores/notice.ts'
import { useShopCart } from './shopCart.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import ShopFrame from './ShopFrame.vue'
import ShopPrice from './ShopPrice.vue'
import ShopSwatch from './ShopSwatch.vue'

const { sku } = defineProps<{ sku: string }>()
const moment = useMoment()
const store = useStoreInfo()
const names = useNames()
const notice = useNotice()
const shop = useShopCart()

function add(name: string): void {
  shop.add(sku)
  notice.say(shopText.added(name))
}
const { data, error, reload } = useLoad([() => moment.at, () => sku, () => store.release?.number], () =>
  api.getShopProduct(sku, moment.at),
)
const { data: offers } = useLoad([() => moment.at, () => sku, () => store.release?.number], () =>
  api.listShopOffers(sku, moment.at),
)
/** An offer as a shopper reads it: what it gives, to whom; its dates and its place in the plan are not theirs. */
const OPEN_PARTS = ['shopper', 'value', 'maxUnits', 'reach', 'tiers', 'buy', 'get', 'parts', 'price', 'repeat']
function sentenceOf(promotion: Promotion): string {
  const parts = describePromotion(promotion, store.info!.store).filter(({ part }) => OPEN_PARTS.includes(part))
  const sentence = writeSentence(parts, names.names)
    .map((piece) => piece.text)
    .join('')
    .replace(/^, /, '')
  return sentence.charAt(0).toUpperCase() + sentence.slice(1)
}
const untilOf = (until: string) =>
  text.shop.until(`${formatEnd(toLocal(Date.parse(until), store.zone))} ${formatZone(store.zone)}`)
</script>

<template>
  <ShopFrame :release="data?.release ?? null">
    <router-link to="/shop">{{ text.shop.back }}</router-link>
    <LoadError v-if="error" :error="error" @retry="reload" />
    <article v-if="data">
      <ShopSwatch :sku="sku" />
      <div>
        <p class="quiet">{{ data.product.categories.map((path) => path.join(' › ')).join(' · ') }}</p>
        <h1>{{ data.product.name }}</h1>
        <ShopPrice :product="data.product" large />
        <p v-if="data.product.until">{{ untilOf(data.product.until) }}</p>
        <p :class="data.product.inStock ? 'quiet' : 'wrong'">
          {{ data.product.inStock ? text.shop.inStock : text.shop.soldOut }}
        </p>
        <v-btn variant="flat" class="add" :disabled="!data.product.inStock" @click="add(data.product.name)">{{
          shopText.add
        }}</v-btn>
        <section v-if="offers && offers.length > 0">
          <h2>{{ shopText.offers }}</h2>
          <p v-for="offer in offers" :key="offer.id">{{ sentenceOf(offer) }}</p>
        </section>
      </div>
    </article>
  </ShopFrame>
</template>

<style scoped>
article {
  display: grid;
  gap: 32px;
  grid-template-columns: minmax(200px, 380px) 1fr;
  margin-top: 14px;
}

h1 {
  overflow-wrap: anywhere;
}

article div {
  align-content: start;
  display: grid;
  gap: 10px;
}
.add {
  justify-self: start;
}
</style>
