<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { ref } from 'vue'
import { api } from '@/api/api.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import { useQueryClient } from '@tanstack/vue-query'
import { shopText } from '@/locale/enShop.ts'
import { useShopView } from '@/stores/shopView.ts'

/** The stand-in for signing in to a shop: one of its shoppers is chosen. */
const TYPING_MS = 200
const view = useShopView()
const client = useQueryClient()
const isOpen = ref(false)
const search = ref('')
const settled = refDebounced(search, TYPING_MS)
const { data: shoppers } = useAnswer('listShopShoppers', () =>
  isOpen.value ? { query: { search: settled.value ?? '' } } : null,
)

async function become(id: string | null): Promise<void> {
  if (id === null) await api.signOutOfShop()
  else await api.signInToShop(id)
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
  <v-menu v-else-if="view.shop?.isStandIn" v-model="isOpen">
    <template #activator="{ props }">
      <button v-bind="props" type="button" class="as-link" :aria-label="shopText.signIn">{{ shopText.signIn }}</button>
    </template>
    <v-card border class="choice">
      <p class="quiet">{{ shopText.signInHint }}</p>
      <v-text-field v-model="search" autofocus :label="shopText.findShopper" />
      <ul>
        <li v-for="shopper in shoppers" :key="shopper.id">
          <button type="button" @click="become(shopper.id)">
            {{ shopper.name }} <span class="quiet">{{ [shopper.id, ...shopper.groups].join(' · ') }}</span>
          </button>
        </li>
      </ul>
      <p v-if="shoppers?.length === 0" class="quiet">{{ shopText.nobody }}</p>
    </v-card>
  </v-menu>
</template>

<style scoped>
.who {
  display: inline-flex;
  gap: 8px;
}

.choice {
  border: 1px dashed var(--quiet);
  display: grid;
  gap: 10px;
  padding: 14px 16px;
  width: 320px;
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
