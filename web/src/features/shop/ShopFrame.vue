<script setup lang="ts">
import { text } from '@/locale/en.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** The storefront around its pages, with what it follows. */
defineProps<{ release: number | null }>()
const store = useStoreInfo()
</script>

<template>
  <section class="page">
    <p class="follows quiet">
      {{ release === null ? text.shop.nothing : text.shop.follows(release) }}
      {{ text.shop.planned }}
      <router-link to="/releases">{{ text.shop.toReleases }}</router-link>
    </p>
    <div class="shop">
      <header>
        <router-link to="/shop" class="heading">{{ store.info?.name }}</router-link>
        <span class="quiet">{{ text.shop.tax }}</span>
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
  justify-content: space-between;
  margin-bottom: 18px;
  padding-bottom: 8px;
}

.heading {
  color: var(--ink);
  font-size: 22px;
  text-decoration: none;
}
</style>
