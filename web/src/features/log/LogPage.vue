<script setup lang="ts">
import { lastOf } from '@novalex/core'
import { LOGGED_ACTIONS, type ActivityAnswer, type LoggedThing } from '@novalex/contract'
import { computed, ref, shallowRef, watch } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { accessText, nameAction, THING_NAMES } from '@/locale/enAccess.ts'
import { formatInstant } from '@/locale/format.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { listDifferences } from './listDifferences.ts'

type Entry = ActivityAnswer['entries'][number]

const words = accessText.log
const store = useStoreInfo()
const attempt = useAttempt()
const by = ref<string | null>(null)
const thing = ref<LoggedThing | null>(null)
const THINGS = (Object.keys(LOGGED_ACTIONS) as LoggedThing[]).map((value) => ({ value, title: THING_NAMES[value] }))
const query = computed(() => ({
  ...(by.value ? { by: by.value } : {}),
  ...(thing.value ? { thing: thing.value } : {}),
}))
const asked = useAnswer('listActivity', () => ({ query: query.value }))
const { data } = asked
/** What was asked for beyond the latest. */
const earlier = shallowRef<readonly Entry[]>([])
const hasEarlier = ref<boolean | null>(null)
watch(query, () => {
  earlier.value = []
  hasEarlier.value = null
})
const entries = computed(() => [...(data.value?.entries ?? []), ...earlier.value])
const hasMore = computed(() => hasEarlier.value ?? data.value?.hasMore ?? false)
const file = computed(() => `/api/activity.csv?${new URLSearchParams(query.value).toString()}`)
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone })

const more = () =>
  attempt(async () => {
    const filters = query.value
    const found = await call('listActivity', { query: { ...filters, before: lastOf(entries.value).number } })
    if (filters !== query.value) return
    earlier.value = [...earlier.value, ...found.entries]
    hasEarlier.value = found.hasMore
  })
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
      <span class="grow" />
      <a :href="file" download>{{ words.csv }}</a>
    </header>
    <p class="quiet">{{ words.hint }}</p>
    <div class="filters">
      <v-select
        v-model="by"
        :items="data?.people ?? []"
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
    <LoadError :of="[asked]" />
    <p v-if="data && entries.length === 0" class="quiet empty">{{ words.none }}</p>
    <table v-else-if="data" class="printed">
      <thead>
        <tr>
          <th scope="col">{{ words.columns.at }}</th>
          <th scope="col">{{ words.columns.by }}</th>
          <th scope="col">{{ words.columns.what }}</th>
        </tr>
      </thead>
      <tbody>
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
      </tbody>
    </table>
    <v-btn v-if="hasMore" size="small" class="more" @click="more">{{ words.more }}</v-btn>
  </section>
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
  width: 190px;
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

.empty {
  padding: 40px 0;
  text-align: center;
}
</style>
