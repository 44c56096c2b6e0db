<script setup lang="ts">
import type { HistoryAnswer } from '@novalex/contract'
import { DAY_MS, PRIOR_DAYS, toLocal, type MinorUnits, firstOf, lastOf } from '@novalex/core'
import { computed, ref } from 'vue'
import { productText as words, formatEndInText } from '@/locale/catalogue.ts'
import { formatFigure, formatInstant } from '@novalex/words'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { describePrior } from './describePrior.ts'
import PriceBySales from './PriceBySales.vue'
import PriceChart from './PriceChart.vue'

/** Price chart and list of a product with causes; `standing`: its current regular and shelf price. */
const { history } = defineProps<{
  name: string
  history: HistoryAnswer
  standing: { readonly regular: MinorUnits; readonly shelf: MinorUnits }
}>()

const NEAR_DAYS = 75
const SHOWN_SPANS = 40
const store = useStoreInfo()
const moment = useMoment()
const isWhole = ref(false)

const range = computed(() => {
  const { spans } = history
  const [first, last] = [Date.parse(firstOf(spans).from), Date.parse(lastOf(spans).until)]
  if (isWhole.value) return { from: first, until: last }
  const near = NEAR_DAYS * DAY_MS
  return { from: Math.max(first, moment.instant - near), until: Math.min(last, moment.instant + near) }
})
/** Newest first: what is planned, then the past. */
const shown = computed(() =>
  history.spans
    .filter(({ from, until }) => Date.parse(until) > range.value.from && Date.parse(from) < range.value.until)
    .toReversed()
    .slice(0, SHOWN_SPANS),
)
function causeOf({ promotions, source, from }: HistoryAnswer['spans'][number]): string {
  const by = promotions.map((id) => history.names[id] ?? id).join(', ') || words.regularCause
  if (source === 'imported') return `${words.sources.imported}`
  return Date.parse(from) >= moment.now ? `${by} · ${words.planned}` : by
}
</script>

<template>
  <div>
    <p class="prior" role="status">
      {{
        describePrior(history, standing, {
          zone: store.zone,
          days: store.settings.priorDays ?? PRIOR_DAYS,
        })
      }}
    </p>
    <header class="through">
      <h2>{{ words.through }}</h2>
      <button type="button" class="as-link" @click="isWhole = !isWhole">
        {{ isWhole ? words.near : words.whole }}
      </button>
    </header>
    <PriceChart
      v-bind="range"
      :spans="history.spans"
      :now="moment.now"
      :moment="moment.instant"
      :zone="store.zone"
      :label="words.chart(name)"
    />
    <table class="printed">
      <thead>
        <tr>
          <th scope="col">{{ words.spans.when }}</th>
          <th scope="col" class="number">{{ words.spans.regular }}</th>
          <th scope="col" class="number">{{ words.spans.price }}</th>
          <th scope="col">{{ words.spans.cause }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="span in shown" :key="span.from">
          <td>
            {{ formatInstant(Date.parse(span.from), { zone: store.zone }) }}
            <span v-if="span !== history.spans.at(-1)" class="quiet">{{
              words.until(formatEndInText(toLocal(Date.parse(span.until), store.zone)))
            }}</span>
          </td>
          <td class="number" :class="{ quiet: span.price < span.regular }">{{ formatFigure(span.regular) }}</td>
          <td class="number">
            <strong>{{ formatFigure(span.price) }}</strong>
          </td>
          <td>{{ causeOf(span) }}</td>
        </tr>
      </tbody>
    </table>
    <PriceBySales v-for="one in history.bySales" :key="one.promotion" :by-sales="one" />
  </div>
</template>

<style scoped>
.prior {
  border-left: 3px solid var(--moment);
  margin-bottom: 14px;
  padding-left: 10px;
}

.through {
  align-items: baseline;
  display: flex;
  gap: 14px;
  margin-bottom: 6px;
}

table {
  margin-top: 14px;
}
</style>
