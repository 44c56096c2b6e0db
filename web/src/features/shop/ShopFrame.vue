<script setup lang="ts">
import { computed } from 'vue'
import { text } from '@/locale/en.ts'
import { shopText } from '@/locale/enShop.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useShopCart } from './shopCart.ts'

/** The storefront around its pages, with what it follows. */
const { release } = defineProps<{ release: number | null }>()
const store = useStoreInfo()
/** Until the page's own answer is there, what the store says. */
const followed = computed(() => release ?? store.release?.number ?? null)
const shop = useShopCart()
</script>

<template>
  <section class="page">
    <p class="follows quiet">
      {{ followed === null ? text.shop.nothing : text.shop.follows(followed) }}
      {{ text.shop.planned }}
      <router-link to="/releases">{{ text.shop.toReleases }}</router-link>
    </p>
    <div class="shop">
      <header>
        <router-link to="/shop" class="heading">{{ store.info?.name }}</router-link>
        <span class="quiet">{{ text.shop.tax }}</span>
        <router-link to="/cart">{{ shop.count > 0 ? shopText.cartOf(String(shop.count)) : shopText.cart }}</router-link>
      </header>
      <slot />
    </div>
  </section>
</template>

<style scoped>
.follows {
  margin-bottom: 12px;
}

.shop {
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 20px 24px 28px;
}

header {
  align-items: baseline;
  border-bottom: 2px solid var(--ink);
  display: flex;
  gap: 20px;
  margin-bottom: 18px;
  padding-bottom: 8px;
}

header .quiet {
  margin-left: auto;
}

.heading {
  color: var(--ink);
  font-size: 22px;
  text-decoration: none;
}
</style>
