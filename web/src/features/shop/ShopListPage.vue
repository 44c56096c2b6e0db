<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import CategoryChoice from '@/components/CategoryChoice.vue'
import LoadError from '@/components/LoadError.vue'
import { refDebounced } from '@vueuse/core'
import { text } from '@/locale/en.ts'
import { useMoment } from '@/stores/moment.ts'
import ShopFrame from './ShopFrame.vue'
import ShopPrice from './ShopPrice.vue'
import ShopSwatch from './ShopSwatch.vue'

const PAGE_SIZE = 24
const TYPING_MS = 200

const moment = useMoment()
const search = ref('')
const category = ref<string | null>(null)
const page = ref(1)
const settled = refDebounced(search, TYPING_MS)

watch([settled, category], () => {
  page.value = 1
})
const asked = useAnswer('listShopProducts', () => ({
  query: { at: moment.at, search: settled.value, category: category.value, page: page.value },
}))
const { data } = asked
const pages = computed(() => Math.ceil((data.value?.total ?? 0) / PAGE_SIZE))
</script>

<template>
  <ShopFrame :release="data?.release ?? null">
    <div class="filters">
      <v-text-field v-model="search" data-search :label="text.shop.search" clearable @click:clear="search = ''" />
      <CategoryChoice v-model="category" :label="text.common.category" />
    </div>
    <LoadError :of="[asked]" />
    <ul v-if="data" class="goods">
      <li v-for="product in data.products" :key="product.sku">
        <router-link :to="`/shop/${encodeURIComponent(product.sku)}`">
          <ShopSwatch :sku="product.sku" />
          <span class="name">{{ product.name }}</span>
          <ShopPrice :product="product" />
          <span class="stock" :class="{ wrong: !product.inStock }">{{ product.inStock ? '' : text.shop.soldOut }}</span>
        </router-link>
      </li>
    </ul>
    <p v-if="data?.total === 0" class="quiet">{{ text.shop.empty }}</p>
    <v-pagination v-if="pages > 1" v-model="page" :length="pages" :total-visible="7" density="compact" />
  </ShopFrame>
</template>

<style scoped>
.filters {
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 300px) minmax(0, 280px);
  margin-bottom: 18px;
}

.goods {
  display: grid;
  gap: 18px 16px;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  list-style: none;
  margin-bottom: 20px;
  padding: 0;
}

.goods a {
  color: var(--ink);
  display: grid;
  gap: 4px;
  text-decoration: none;
}

.name {
  overflow-wrap: anywhere;
}

.goods a:hover .name {
  text-decoration: underline;
}

.stock {
  font-size: 12px;
}
</style>
