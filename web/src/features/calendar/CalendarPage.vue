<script setup lang="ts">
import type { PromotionRecord } from '@novalex/contract'
import {
  compileSchedule,
  computeStatus,
  dateOf,
  entriesOf,
  reachesOf,
  toIso,
  toInstant,
  toLocal,
  type Promotion,
  type Schedule,
} from '@novalex/core'
import { computed, ref, watch } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { useSubmissions } from '@/composables/useSubmissions.ts'
import { toDraft } from '@/draft/toDraft.ts'
import { text, proofText, submissionText } from '@/locale/catalogue.ts'
import { wordsOf } from '@/mechanics/words.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNames } from '@/stores/names.ts'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useAtOnce, type AtOnceAction } from '@/features/atOnce/useAtOnce.ts'
import CalendarBoard, { type BoardBar } from './CalendarBoard.vue'
import CalendarAddress from './CalendarAddress.vue'
import DeepestStrip from './DeepestStrip.vue'
import { describeSpan } from '@/locale/describeSpan.ts'
import { createWindow, shiftWindow, type Zoom } from './calendarView.ts'

type LanesBy = keyof typeof proofText.calendar.lanesBy

const store = useStoreInfo()
const moment = useMoment()
const notice = useNotice()
const names = useNames()
const session = useSession()
const words = proofText.calendar
const lanesBy = ref<LanesBy>('campaign')
const dayOfMoment = () => dateOf(toLocal(moment.instant, store.zone))
const view = ref(createWindow(dayOfMoment(), 'quarter'))
const LANES = Object.entries(words.lanesBy).map(([value, title]) => ({ value, title }))
const ZOOMS = entriesOf(words.zooms)

const promotions = usePromotionRecords()
const { records } = promotions
const atOnceFor = useAtOnce()
function actionsFor(id: string): AtOnceAction[] {
  const record = records.value?.find(({ promotion }) => promotion.id === id)
  return record ? atOnceFor(record) : []
}
const campaigns = useAnswer('listCampaigns')
const range = computed(() => ({
  from: toInstant(`${view.value.from}T00:00`, store.zone),
  to: toInstant(`${view.value.to}T00:00`, store.zone),
}))

function laneOf({ promotion, campaign }: PromotionRecord): string {
  if (lanesBy.value === 'kind') return wordsOf(promotion.mechanic).title
  if (lanesBy.value === 'group') return promotion.stacking?.group ?? text.common.none
  if (lanesBy.value === 'category') return categoryOf(promotion)
  return campaigns.data.value?.find(({ id }) => id === campaign)?.name ?? text.promotions.noCampaign
}

/** The root of the categories that it names; those that reach across several, or name none, have a lane of their own. */
function categoryOf({ mechanic }: Promotion): string {
  const ids = reachesOf(mechanic).flatMap(({ categories }) => categories ?? [])
  const roots = new Set(ids.map((id) => names.categories.find((one) => one.id === id)?.path[0] ?? id))
  return roots.size === 1 ? [...roots][0]! : words.acrossCategories
}

const undated = computed(() => (records.value ?? []).filter(({ promotion }) => promotion.schedule.open))
const bands = computed(() =>
  names.occasions.flatMap(({ id, name, dates }) =>
    dates ? [{ id, name, start: toInstant(dates.start, store.zone), end: toInstant(dates.end, store.zone) }] : [],
  ),
)
/** When to submit to a partner at the latest, and when it locks. */
const SYMBOLS = { submitBy: '◇', locks: '◆' } as const
const { times } = useSubmissions()
const marks = computed(() =>
  times.value.map(({ promotion, partner, is, at }) => {
    const title = submissionText.calendar[is](partner, toIso(at), store.zone)
    return { promotion, at, symbol: SYMBOLS[is], title }
  }),
)
const bars = computed(() =>
  (records.value ?? [])
    .filter(({ promotion }) => !promotion.schedule.open)
    .map((record): BoardBar => {
      const { promotion } = record
      const { start, end } = compileSchedule(promotion.schedule, store.zone)
      return {
        id: promotion.id,
        name: promotion.name,
        lane: laneOf(record),
        start,
        end,
        status: computeStatus(promotion, store.zone, moment.instant),
        schedule: promotion.schedule,
      }
    }),
)

// A moment that is moved out of view takes the view along.
watch(
  () => moment.chosen,
  (chosen) => {
    if (chosen !== null && (chosen < range.value.from || chosen >= range.value.to)) goToMoment()
  },
)

function goToMoment(): void {
  view.value = createWindow(dayOfMoment(), view.value.zoom)
}

const attempt = useAttempt()

function move(id: string, schedule: Schedule): void {
  const record = records.value!.find(({ promotion }) => promotion.id === id)!
  const before = toDraft(record)
  void attempt(async () => {
    const { version } = await call('updatePromotion', {
      params: { id },
      body: { ...before, schedule, version: record.version },
    })
    const run = () =>
      void attempt(async () => void (await call('updatePromotion', { params: { id }, body: { ...before, version } })))
    notice.say(words.moved(record.promotion.name, describeSpan(schedule)), { label: text.common.undo, run })
  })
}
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
      <span class="grow" />
      <v-select v-model="lanesBy" class="lanes" :items="LANES" :label="words.lanes" />
      <v-btn-toggle
        :model-value="view.zoom"
        :aria-label="words.zoom"
        @update:model-value="(zoom: Zoom) => (view = createWindow(dayOfMoment(), zoom))"
      >
        <v-btn v-for="[zoom, title] in ZOOMS" :key="zoom" :value="zoom" size="small">{{ title }}</v-btn>
      </v-btn-toggle>
      <span class="steps">
        <v-btn size="small" :aria-label="words.earlier" @click="view = shiftWindow(view, -1)">‹</v-btn>
        <v-btn size="small" @click="goToMoment">{{ words.today }}</v-btn>
        <v-btn size="small" :aria-label="words.later" @click="view = shiftWindow(view, 1)">›</v-btn>
      </span>
    </header>
    <LoadError :of="[promotions, campaigns]" />
    <p v-if="!records && !promotions.error.value" class="quiet">{{ text.common.loading }}</p>
    <p v-else-if="records?.length === 0" class="quiet">{{ words.empty }}</p>
    <template v-else-if="records">
      <CalendarBoard
        :bars="bars"
        :bands="bands"
        :marks="marks"
        :view="view"
        :range="range"
        :actions-for="actionsFor"
        @move="move"
      />
      <p v-if="undated.length > 0" class="hint">
        ◔ {{ words.undated }}
        <template v-for="({ promotion }, index) in undated" :key="promotion.id"
          >{{ index > 0 ? ', ' : ''
          }}<router-link :to="`/promotions/${promotion.id}`">{{ promotion.name }}</router-link>
        </template>
      </p>
      <p class="quiet hint">
        {{ words.keysHint }}
        <template v-if="marks.length > 0">{{ submissionText.calendar.key(SYMBOLS.submitBy, SYMBOLS.locks) }}</template>
      </p>
      <p v-if="session.may('administrator')" class="hint"><CalendarAddress /></p>
      <DeepestStrip :range="range" />
    </template>
  </section>
</template>

<style scoped>
.lanes {
  max-width: 130px;
}

.steps {
  display: flex;
  gap: 4px;
}

.steps .v-btn {
  min-width: 0;
  padding: 0 10px;
}

.hint {
  font-size: 12.5px;
  margin: 6px 0 14px;
}
</style>
