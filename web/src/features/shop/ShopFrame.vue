<script setup lang="ts">
import { computed } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import NoticeBar from '@/features/shell/NoticeBar.vue'
import { focusContent } from '@/plugins/focusContent.ts'
import { text, shopText } from '@/locale/catalogue.ts'
import { withComponents } from '@/plugins/components.ts'
import { later } from '@/plugins/later.ts'
import { usePageTitle } from '@/composables/usePageTitle.ts'
import { useSession } from '@/stores/session.ts'
import { useShopView } from '@/stores/shopView.ts'
import ShopSignIn from './ShopSignIn.vue'
import { useShopCart } from './shopCart.ts'

/** The storefront around its pages. `title`: what the page shows, for the window. */
const { title = undefined } = defineProps<{ title?: string | undefined }>()
const DeskStrip = later(withComponents(() => import('./DeskStrip.vue')))
const session = useSession()
const view = useShopView()
const shop = useShopCart()
const asked = useAnswer('getShop', () => ({ query: view.asked }))
usePageTitle(
  () => title ?? view.shop?.name,
  () => view.shop?.name ?? 'Novalex',
)
const tax = computed(() => (view.shop?.pricesIncludeTax ? shopText.withTax : shopText.withoutTax))
</script>

<template>
  <div class="street">
    <a href="#content" class="skip" @click.prevent="focusContent">{{ text.common.skip }}</a>
    <DeskStrip v-if="session.account" />
    <p v-if="view.isPreview && session.account" class="preview" role="status">
      {{ shopText.preview }}
    </p>
    <LoadError :of="[asked]" class="trouble" />
    <div v-if="view.shop" class="shop">
      <header>
        <router-link to="/shop" class="name">{{ view.shop.name }}</router-link>
        <span class="grow" />
        <router-link to="/shop/discount-codes">{{ shopText.coupons.title }}</router-link>
        <ShopSignIn />
        <router-link to="/shop/cart" class="cart">{{
          shop.count > 0 ? shopText.cartOf(String(shop.count)) : shopText.cart
        }}</router-link>
      </header>
      <main id="content" tabindex="-1"><slot /></main>
      <footer class="quiet">
        {{ tax }}
        <router-link v-if="!session.account" to="/sign-in">{{ shopText.staff }}</router-link>
      </footer>
    </div>
    <NoticeBar />
  </div>
</template>

<style scoped>
.street {
  background: var(--sheet);
  min-height: 100vh;
}

.preview {
  background: var(--wash);
  border-bottom: 2px solid var(--moment);
  font-weight: 600;
  padding: 6px 24px;
  text-align: center;
}

.trouble {
  padding: 10px 24px;
}

.shop {
  margin: 0 auto;
  max-width: 1120px;
  padding: 26px 28px 40px;
}

header {
  align-items: baseline;
  border-bottom: 3px double var(--ink);
  display: flex;
  gap: 22px;
  margin-bottom: 20px;
  padding-bottom: 10px;
}

.name {
  color: var(--ink);
  font-family: 'Bricolage Grotesque Variable', sans-serif;
  font-size: 30px;
  font-weight: 700;
  line-height: 1.1;
  overflow-wrap: anywhere;
  text-decoration: none;
}

.grow {
  flex: 1;
}

.cart {
  white-space: nowrap;
}

@media (max-width: 600px) {
  .shop {
    padding: 18px 14px 30px;
  }

  header {
    flex-wrap: wrap;
    gap: 6px 14px;
  }
}

footer a {
  padding: 3px 0;
}

footer {
  border-top: 1px solid var(--line);
  display: flex;
  font-size: 13px;
  gap: 20px;
  justify-content: space-between;
  margin-top: 44px;
  padding-top: 10px;
}
</style>
