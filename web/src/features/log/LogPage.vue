<script setup lang="ts">
import type { LoggedThing } from '@novalex/contract'
import { keysOf, lastOf } from '@novalex/core'
import { computed, ref } from 'vue'
import { useAnswerPages } from '@/api/useAnswerPages.ts'
import TablePage from '@/components/TablePage.vue'
import { accessText, nameAction, THING_NAMES } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { listDifferences } from './listDifferences.ts'

const words = accessText.log
const store = useStoreInfo()
const { at, by: who, what } = words.columns
const COLUMNS = [{ title: at, width: 190 }, { title: who }, { title: what }]
const by = ref<string | null>(null)
const thing = ref<LoggedThing | null>(null)
const THINGS = keysOf(THING_NAMES).map((value) => ({ value, title: THING_NAMES[value] }))
const query = computed(() => ({
  ...(by.value ? { by: by.value } : {}),
  ...(thing.value ? { thing: thing.value } : {}),
}))
const asked = useAnswerPages(
  'listActivity',
  () => ({ query: query.value }),
  ({ entries }) => lastOf(entries).number,
)
const { pages, hasMore, showMore, isFetchingMore } = asked
const entries = computed(() => pages.value?.flatMap((page) => page.entries))
const file = computed(() => `/api/activity.csv?${new URLSearchParams(query.value).toString()}`)
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone })
</script>

<template>
  <TablePage
    :title="words.title"
    :hint="words.hint"
    :asked="[asked]"
    :rows="entries"
    :empty="words.none"
    :columns="COLUMNS"
  >
    <template #acts>
      <a :href="file" download>{{ words.csv }}</a>
    </template>
    <template #filters>
      <div class="filters">
        <v-select
          v-model="by"
          :items="pages?.[0]?.people ?? []"
          :label="words.by"
          :placeholder="words.anybody"
          persistent-placeholder
          clearable
        />
        <v-select
          v-model="thing"
          :items="THINGS"
          :label="words.subject"
          :placeholder="words.anything"
          persistent-placeholder
          clearable
        />
      </div>
    </template>
    <tr v-for="entry in entries" :key="entry.number">
      <td class="when">{{ when(entry.at) }}</td>
      <td>{{ entry.by }}</td>
      <td>
        {{ nameAction(entry.action) }} <strong>{{ entry.name ?? entry.subject }}</strong>
        <details v-if="listDifferences(entry.detail).length > 0">
          <summary>{{ words.details }}</summary>
          <dl>
            <template v-for="{ path, before, after } in listDifferences(entry.detail)" :key="path">
              <dt>{{ path }}</dt>
              <dd><span class="struck">{{ before }}</span> {{ before && after ? '→' : '' }} {{ after }}</dd>
            </template>
          </dl>
        </details>
      </td>
    </tr>
    <template #below>
      <v-btn v-if="hasMore" size="small" class="more" :disabled="isFetchingMore" @click="showMore">{{
        words.more
      }}</v-btn>
    </template>
  </TablePage>
</template>

<style scoped>
.filters {
  display: grid;
  gap: 12px;
  grid-template-columns: 240px 240px;
  margin: 12px 0;
}

.when {
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}

strong {
  overflow-wrap: anywhere;
}

summary {
  color: var(--quiet);
  cursor: pointer;
  font-size: 13px;
}

dl {
  display: grid;
  font-size: 13px;
  gap: 2px 14px;
  grid-template-columns: auto minmax(0, 1fr);
  margin: 4px 0 6px;
}

dt {
  color: var(--quiet);
}

dd {
  margin: 0;
  overflow-wrap: anywhere;
}

.more {
  margin-top: 12px;
}
</style>
