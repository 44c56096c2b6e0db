<script setup lang="ts">
import { api } from '@/api/api.ts'
import LoadError from '@/components/LoadError.vue'
import { useLoad } from '@/composables/useLoad.ts'
import { text } from '@/locale/en.ts'
import { formatEnd, formatZone } from '@/locale/format.ts'
import { toLocal } from '@novalex/core'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import ShopFrame from './ShopFrame.vue'
import ShopPrice from './ShopPrice.vue'
import ShopSwatch from './ShopSwatch.vue'

const { sku } = defineProps<{ sku: string }>()
const moment = useMoment()
const store = useStoreInfo()
const { data, error, reload } = useLoad([() => moment.at, () => sku, () => store.release?.number], () =>
  api.getShopProduct(sku, moment.at),
)
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
</style>
