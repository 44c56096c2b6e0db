<script setup lang="ts">
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { formatShopEnd, shopText } from '@/locale/catalogue.ts'
import { toLocal, toProductJsonLd } from '@novalex/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useNotice } from '@/stores/notice.ts'
import { useShopCart } from './shopCart.ts'
import { useShopView } from '@/stores/shopView.ts'
import { isShownIn } from '@/locale/describeDisplay.ts'
import ShopFrame from './ShopFrame.vue'
import ShopOffer from './ShopOffer.vue'
import ShopPrice from './ShopPrice.vue'
import ShopDrawing from './ShopDrawing.vue'
import { useShopQuery } from './useShopQuery.ts'

const { sku } = defineProps<{ sku: string }>()
const view = useShopView()
const router = useRouter()
const zone = computed(() => view.shop?.timeZone ?? 'UTC')
const notice = useNotice()
const shop = useShopCart()

const query = useShopQuery()
const quantity = ref(1)

function add(name: string): void {
  shop.add(sku, Math.max(1, Math.floor(Number(quantity.value)) || 1))
  notice.say(shopText.added(name), { label: shopText.toCart, run: () => void router.push('/shop/cart') })
}
/** How often the shop looks what is left. */
const LOOK_AGAIN_MS = 5000
const question = () => ({ params: { sku }, query: query.value })
const asked = useAnswer('getShopProduct', question, { refetchInterval: () => LOOK_AGAIN_MS })
const { data } = asked
const { data: offers } = useAnswer('listShopOffers', question)
/** Texts of the promotions behind the price. */
const notes = computed(() =>
  (data.value?.product.displays ?? []).filter(
    (display) => isShownIn(display, 'product') && (display.title || display.description),
  ),
)
/** For programs that read the page: what everybody pays now, not what a shopper, staff or a delivery method sees. */
const structured = computed(() => {
  const isPlain = view.shop?.shopper === null && Object.keys(query.value).length === 0
  if (!data.value || !view.shop || !isPlain) return null
  const { inStock: isInStock, until, ...product } = data.value.product
  const { name: seller, currency, pricesIncludeTax } = view.shop
  const url = `${location.origin}/shop/products/${encodeURIComponent(sku)}`
  return JSON.stringify(
    toProductJsonLd(
      { ...product, isInStock, until: until === null ? null : Date.parse(until) },
      { currency, url, seller, pricesIncludeTax },
    ),
  )
})
const untilOf = (until: string, then: number | null) =>
  shopText.until(formatShopEnd(toLocal(Date.parse(until), zone.value), zone.value), then)
</script>

<template>
  <ShopFrame :title="data?.product.name">
    <router-link to="/shop">{{ shopText.back }}</router-link>
    <LoadError :of="[asked]" />
    <component :is="'script'" v-if="structured" type="application/ld+json">{{ structured }}</component>
    <article v-if="data">
      <ShopDrawing :category="data.product.root" :sku="sku" class="picture" />
      <div>
        <p class="quiet">{{ data.product.categories.map((path) => path.join(' › ')).join(' · ') }}</p>
        <h1>{{ data.product.name }}</h1>
        <ShopPrice :product="data.product" large place="product" />
        <p v-for="(note, index) in notes" :key="index">
          <strong v-if="note.title">{{ note.title }}</strong> {{ note.description }}
        </p>
        <p v-if="data.product.until">{{ untilOf(data.product.until, data.product.then) }}</p>
        <p :class="data.product.inStock ? 'quiet' : 'wrong'">
          {{ data.product.inStock ? shopText.inStock : shopText.soldOut }}
        </p>
        <p v-if="data.product.left" class="left">{{ shopText.left(data.product.left) }}</p>
        <form class="add" @submit.prevent="add(data.product.name)">
          <input
            v-model.number="quantity"
            type="number"
            min="1"
            max="9999"
            :aria-label="shopText.quantity(data.product.name)"
          />
          <v-btn type="submit" variant="flat" :disabled="!data.product.inStock">{{ shopText.add }}</v-btn>
        </form>
        <section v-if="offers && offers.length > 0">
          <h2>{{ shopText.offers }}</h2>
          <ShopOffer
            v-for="(offer, index) in offers"
            :key="index"
            :promotion="offer"
            :goods="offer.names"
            :names="view.names"
            is-code-shown
            class="offer"
          />
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

.picture {
  background: rgb(var(--v-theme-desk));
  padding: 22px 26px;
}

h1 {
  font-size: 26px;
  overflow-wrap: anywhere;
}

article div {
  align-content: start;
  display: grid;
  gap: 10px;
}

@media (max-width: 600px) {
  article {
    grid-template-columns: minmax(0, 1fr);
  }
}

.left {
  font-weight: 650;
}

.add {
  display: flex;
  gap: 10px;
  justify-self: start;
}

.add input {
  background: none;
  border: 1px solid var(--line);
  color: inherit;
  font: inherit;
  padding: 2px 8px;
  width: 72px;
}

.offer + .offer {
  border-top: 1px solid var(--line);
  padding-top: 8px;
}
</style>
