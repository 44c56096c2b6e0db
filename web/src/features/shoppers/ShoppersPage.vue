<script setup lang="ts">
import { formatAmount } from '@novalex/core'
import { useRouteQuery } from '@vueuse/router'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { refDebounced } from '@vueuse/core'
import FilesBar from '@/features/files/FilesBar.vue'
import { text } from '@/locale/en.ts'
import { planningText } from '@/locale/enPlanning.ts'
import { plural } from '@/locale/format.ts'

const TYPING_MS = 200
const words = planningText.shoppers
const search = useRouteQuery('search', '')
const settled = refDebounced(search, TYPING_MS)
const shoppers = useAnswer('findShoppers', () => ({ query: { search: settled.value ?? '' } }))
const { data, error } = shoppers
const list = (entries: readonly string[]) => entries.join(', ') || text.common.none
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
      <span v-if="data" class="quiet" role="status">{{ plural(data.total, 'shopper') }}</span>
      <span class="grow" />
      <FilesBar :kinds="['shoppers']" />
    </header>
    <p class="quiet">{{ words.hint }}</p>
    <v-text-field
      v-model="search"
      data-search
      class="search"
      :label="words.search"
      clearable
      @click:clear="search = ''"
    />
    <LoadError :of="[shoppers]" />
    <p v-if="!data && !error" class="quiet">{{ text.common.loading }}</p>
    <p v-else-if="data?.total === 0" class="empty">{{ settled ? words.emptySearch : words.empty }}</p>
    <template v-else-if="data">
      <table class="printed">
        <thead>
          <tr>
            <th scope="col">{{ words.columns.name }}</th>
            <th scope="col">{{ words.columns.groups }}</th>
            <th scope="col">{{ words.columns.tags }}</th>
            <th scope="col" class="number">{{ words.columns.orders }}</th>
            <th scope="col" class="number">{{ words.columns.spent }}</th>
            <th scope="col">{{ words.columns.bought }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="shopper in data.shoppers" :key="shopper.id">
            <td>
              {{ shopper.name }} <span class="quiet">{{ shopper.id }}</span>
            </td>
            <td>{{ list(shopper.groups) }}</td>
            <td>{{ list(shopper.tags) }}</td>
            <td class="number">{{ shopper.orders }}</td>
            <td class="number">{{ formatAmount(shopper.spent) }}</td>
            <td class="quiet">{{ list(shopper.bought) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="data.total > data.shoppers.length" class="quiet">
        {{ words.firstOf(data.shoppers.length, plural(data.total, 'shopper')) }}
      </p>
    </template>
  </section>
</template>

<style scoped>
.search {
  margin: 12px 0;
  max-width: 300px;
}

.empty {
  padding: 40px 0;
  text-align: center;
}
</style>
