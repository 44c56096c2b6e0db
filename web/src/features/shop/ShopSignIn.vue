<script setup lang="ts">
import { onClickOutside, refDebounced } from '@vueuse/core'
import { ref, useTemplateRef, watch } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import { useQueryClient } from '@tanstack/vue-query'
import { shopText } from '@/locale/catalogue.ts'
import { useShopCart } from './shopCart.ts'
import { useShopView } from '@/stores/shopView.ts'

/** The stand-in for signing in to a shop: one of its shoppers is chosen. */
const TYPING_MS = 200
const view = useShopView()
const shop = useShopCart()
const client = useQueryClient()
const isOpen = ref(false)
const place = useTemplateRef('place')
const opener = useTemplateRef('opener')
const field = useTemplateRef('field')
onClickOutside(place, () => {
  isOpen.value = false
})
watch(field, (shown) => shown?.focus())

function close(): void {
  isOpen.value = false
  opener.value?.focus()
}

const search = ref('')
const settled = refDebounced(search, TYPING_MS)
const { data: shoppers } = useAnswer('listShopShoppers', () =>
  isOpen.value ? { query: { search: settled.value ?? '' } } : null,
)

async function become(id: string | null): Promise<void> {
  if (id === null) {
    await call('signOutOfShop')
    shop.empty()
  } else await call('signInToShop', { body: { shopper: id } })
  isOpen.value = false
  search.value = ''
  await client.invalidateQueries({ predicate: ({ queryKey: [name] }) => /Shop/.test(String(name)) })
}
</script>

<template>
  <span v-if="view.shop?.shopper" class="who">
    {{ shopText.hello(view.shop.shopper.name) }}
    <button type="button" class="as-link" @click="become(null)">{{ shopText.signOut }}</button>
  </span>
  <span v-else-if="view.shop?.isStandIn" ref="place" class="place" @keydown.esc="close">
    <button ref="opener" type="button" class="as-link" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      {{ shopText.signIn }}
    </button>
    <div v-if="isOpen" class="choice" role="dialog" :aria-label="shopText.signIn">
      <p class="quiet">{{ shopText.signInHint }}</p>
      <input
        ref="field"
        v-model="search"
        type="search"
        class="plain-field"
        :placeholder="shopText.findShopper"
        :aria-label="shopText.findShopper"
      />
      <ul>
        <li v-for="shopper in shoppers" :key="shopper.id">
          <button type="button" @click="become(shopper.id)">
            {{ shopper.name }} <span class="quiet">{{ [shopper.id, ...shopper.groups].join(' · ') }}</span>
          </button>
        </li>
      </ul>
      <p v-if="shoppers?.length === 0" class="quiet">{{ shopText.nobody }}</p>
    </div>
  </span>
</template>

<style scoped>
.who {
  display: inline-flex;
  gap: 8px;
}

.place {
  position: relative;
}

.choice {
  background: var(--sheet);
  border: 1px dashed var(--quiet);
  box-shadow: 0 3px 14px rgb(0 0 0 / 15%);
  display: grid;
  gap: 10px;
  padding: 14px 16px;
  position: absolute;
  right: 0;
  top: calc(100% + 6px);
  width: min(320px, calc(100vw - 48px));
  z-index: 20;
}

@media (max-width: 480px) {
  .place {
    position: static;
  }

  .choice {
    left: 12px;
    right: 12px;
    top: auto;
    width: auto;
  }
}

ul {
  list-style: none;
  max-height: 280px;
  overflow: auto;
  padding: 0;
}

li button {
  background: none;
  border: 0;
  border-bottom: 1px solid var(--line);
  color: inherit;
  cursor: pointer;
  font: inherit;
  padding: 6px 2px;
  text-align: left;
  width: 100%;
}

li button:hover {
  background: var(--desk);
}

li .quiet {
  font-size: 12.5px;
}
</style>
