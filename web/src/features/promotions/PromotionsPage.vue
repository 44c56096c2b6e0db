<script setup lang="ts">
import type { PromotionRecord } from '@novalex/contract'
import { mdiMenuDown } from '@mdi/js'
import { computeStatus, entriesOf, type PromotionStatus } from '@novalex/core'
import { useRouteQuery } from '@vueuse/router'
import { computed, ref } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { ActionList } from '@/components/menuAction.ts'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { useNamesFirst } from '@/composables/useNamesFirst.ts'
import FilesBar from '@/features/files/FilesBar.vue'
import { text, planningText, counted } from '@/locale/catalogue.ts'
import { later } from '@/plugins/later.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import NewPromotion from './NewPromotion.vue'
import PromotionsTable from './PromotionsTable.vue'

type Shown = PromotionStatus | 'archived' | null

const ManyBar = later(() => import('./ManyBar.vue'))
const store = useStoreInfo()
const moment = useMoment()
const words = text.promotions
const search = useRouteQuery('search', '')
const state = useRouteQuery<string | null>('state', null)
const status = computed<Shown>({
  get: () => STATES.find(({ value }) => value === state.value)?.value ?? null,
  set: (value) => {
    state.value = value
  },
})

const promotions = usePromotionRecords()
const campaigns = useAnswer('listCampaigns')
const records = promotions.all
const isNamed = useNamesFirst(() => records.value?.map(({ promotion }) => promotion))

/** Searched text: name, note and code. */
const findable = ({ promotion: { name, code }, note }: PromotionRecord) =>
  `${name} ${note} ${code && 'text' in code ? code.text : ''}`.toLowerCase()

const shown = computed(() => {
  const wanted = search.value.trim().toLowerCase()
  return (records.value ?? [])
    .map((record) => ({ record, status: computeStatus(record.promotion, store.zone, moment.instant) }))
    .filter((row) => (status.value === 'archived') === row.record.archived)
    .filter((row) => status.value === null || status.value === 'archived' || row.status === status.value)
    .filter(({ record }) => findable(record).includes(wanted))
})
const groups = computed(() => {
  const all = [...(campaigns.data.value ?? []), { id: null, name: words.noCampaign, goal: '' }]
  return all
    .map((campaign) => ({ campaign, rows: shown.value.filter(({ record }) => record.campaign === campaign.id) }))
    .filter(({ rows }) => rows.length > 0)
})
/** Of what is chosen, what the filters leave. */
const chosen = ref<ReadonlySet<string>>(new Set())
const chosenRecords = computed(() =>
  shown.value.map(({ record }) => record).filter(({ promotion }) => chosen.value.has(promotion.id)),
)
const STATES: readonly { readonly value: Shown; readonly title: string }[] = [
  { value: null, title: words.allStates },
  ...entriesOf(text.status).map(([value, title]) => ({ value, title })),
  { value: 'archived', title: planningText.archive.title },
]
const stateShown = computed(() => STATES.find(({ value }) => value === status.value)?.title)
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
      <span v-if="records" class="quiet" role="status">{{ counted.promotion(shown.length) }}</span>
      <span class="grow" />
      <v-text-field
        v-model="search"
        data-search
        class="search"
        :label="words.search"
        clearable
        @click:clear="search = ''"
      />
      <v-menu close-on-content-click>
        <template #activator="{ props }">
          <v-btn v-bind="props" :append-icon="mdiMenuDown" :aria-label="`${words.state}: ${stateShown}`">{{
            stateShown
          }}</v-btn>
        </template>
        <ActionList
          :actions="
            STATES.map(({ value, title }) => ({ title, isActive: value === status, run: () => (status = value) }))
          "
        />
      </v-menu>
      <FilesBar :kinds="['promotions', 'plan']" compact />
      <NewPromotion />
    </header>
    <LoadError :of="[promotions, campaigns]" />
    <p v-if="(!records || !isNamed) && !promotions.error.value" class="quiet">{{ text.common.loading }}</p>
    <div v-if="records?.length === 0" class="empty">
      <p>{{ words.empty }}</p>
      <p class="quiet">{{ words.emptyHint }}</p>
    </div>
    <p v-else-if="records && groups.length === 0" class="empty">{{ words.emptyFilter }}</p>
    <template v-else-if="records && isNamed">
      <ManyBar
        v-if="chosenRecords.length > 0"
        :records="chosenRecords"
        :campaigns="campaigns.data.value ?? []"
        @clear="chosen = new Set()"
      />
      <PromotionsTable v-model:chosen="chosen" :groups="groups" />
    </template>
  </section>
</template>

<style scoped>
.search {
  max-width: 240px;
}

.empty {
  padding: 48px 0;
  text-align: center;
}
</style>
