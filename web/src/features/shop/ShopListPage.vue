<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { useRouteQuery } from '@vueuse/router'
import { computed, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { shopText, counted } from '@/locale/catalogue.ts'
import { useShopView } from '@/stores/shopView.ts'
import ShopDrawing from './ShopDrawing.vue'
import ShopFrame from './ShopFrame.vue'
import ShopPages from './ShopPages.vue'
import ShopPrice from './ShopPrice.vue'
import { useShopQuery } from './useShopQuery.ts'

const PAGE_SIZE = 24
const TYPING_MS = 200

const view = useShopView()
const query = useShopQuery()
const route = useRoute()
const router = useRouter()
const search = useRouteQuery('search', '')
const page = useRouteQuery('page', '1', {
  transform: { get: (text) => Math.max(1, Math.floor(Number(text)) || 1), set: String },
})
const settled = refDebounced(search, TYPING_MS)
const category = computed(() => (typeof route.query.in === 'string' ? route.query.in : null))
/** From the uppermost category down to the one that is looked at. */
const path = computed(() => {
  const found: { readonly id: string; readonly name: string; readonly parent: string | null }[] = []
  for (let id = category.value; id !== null; id = found[0]?.parent ?? null) {
    const one = view.categories.find((known) => known.id === id)
    if (!one) break
    found.unshift(one)
  }
  return found
})
const below = computed(() => view.categories.filter(({ parent }) => parent === category.value))

watch([settled, category], () => {
  page.value = 1
})
const asked = useAnswer('listShopProducts', () => ({
  query: {
    ...query.value,
    search: settled.value ?? '',
    category: category.value,
    page: page.value,
  },
}))
const { data } = asked
const pages = computed(() => Math.ceil((data.value?.total ?? 0) / PAGE_SIZE))

function goTo(id: string | null): void {
  void router.push({ path: '/shop', query: id === null ? {} : { in: id } })
}
</script>

<template>
  <ShopFrame>
    <h1 class="visually-hidden">{{ path.at(-1)?.name ?? shopText.all }}</h1>
    <nav v-if="category === null && !settled" :aria-label="shopText.categories" class="shelves">
      <button v-for="root in view.roots" :key="root.id" type="button" @click="goTo(root.id)">
        <ShopDrawing :category="root.id" />
        <span>{{ root.name }}</span>
      </button>
    </nav>
    <div class="bar">
      <nav v-if="category !== null" :aria-label="shopText.categories" class="path">
        <button type="button" class="as-link" @click="goTo(null)">{{ shopText.all }}</button>
        <template v-for="one in path" :key="one.id">
          <span class="quiet">›</span>
          <button v-if="one.id !== category" type="button" class="as-link" @click="goTo(one.id)">{{ one.name }}</button>
          <strong v-else>{{ one.name }}</strong>
        </template>
        <button v-for="one in below" :key="one.id" type="button" class="below" @click="goTo(one.id)">
          {{ one.name }}
        </button>
      </nav>
      <span class="grow" />
      <span v-if="data" class="quiet" role="status">{{ counted.product(data.total) }}</span>
      <label data-search class="search">
        <span class="visually-hidden">{{ shopText.search }}</span>
        <input v-model="search" type="search" class="plain-field" :placeholder="shopText.search" />
      </label>
    </div>
    <LoadError :of="[asked]" />
    <ul v-if="data" class="goods">
      <li v-for="product in data.products" :key="product.sku">
        <router-link :to="`/shop/products/${encodeURIComponent(product.sku)}`">
          <ShopDrawing :category="product.root" :sku="product.sku" class="picture" />
          <span class="name">{{ product.name }}</span>
          <ShopPrice :product="product" />
          <span v-if="product.left && product.left.left > 0" class="stock quiet">{{
            shopText.leftShort(product.left)
          }}</span>
          <span v-if="!product.inStock" class="stock wrong">{{ shopText.soldOut }}</span>
        </router-link>
      </li>
    </ul>
    <p v-if="data?.total === 0" class="quiet empty">{{ shopText.nothing }}</p>
    <ShopPages v-if="pages > 1" v-model="page" :count="pages" />
  </ShopFrame>
</template>

<style scoped>
.shelves {
  border-bottom: 1px solid var(--line);
  display: grid;
  gap: 4px 10px;
  grid-template-columns: repeat(auto-fill, minmax(78px, 1fr));
  margin-bottom: 16px;
  padding-bottom: 14px;
}

.shelves button {
  background: none;
  border: 0;
  color: inherit;
  cursor: pointer;
  display: grid;
  font: inherit;
  font-size: 13px;
  gap: 2px;
  justify-items: center;
  padding: 4px 0;
}

.shelves button:hover span {
  text-decoration: underline;
}

.bar {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  margin-bottom: 18px;
}

.grow {
  flex: 1;
}

.search {
  flex: 0 1 260px;
}

.path {
  align-items: baseline;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
}

.below {
  background: none;
  border: 1px solid var(--line);
  border-radius: 2px;
  color: var(--act);
  cursor: pointer;
  font: inherit;
  font-size: 13.5px;
  padding: 1px 9px;
}

.goods {
  display: grid;
  gap: 22px 20px;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  list-style: none;
  margin-bottom: 20px;
  padding: 0;
}

.goods a {
  align-content: start;
  color: var(--ink);
  display: grid;
  gap: 4px;
  height: 100%;
  text-decoration: none;
}

.picture {
  background: var(--desk);
  padding: 10px 14px;
}

.name {
  overflow-wrap: anywhere;
}

.goods a:hover .name {
  text-decoration: underline;
}

.stock {
  font-size: 12.5px;
}

.empty {
  padding: 40px 0;
  text-align: center;
}
</style>
