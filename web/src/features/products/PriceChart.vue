<script setup lang="ts">
import type { HistoryAnswer } from '@novalex/contract'
import { dateOf, toInstant, toLocal } from '@novalex/core'
import type { ChartData } from 'chart.js'
import { computed } from 'vue'
import { Line } from 'vue-chartjs'
import { productText as words } from '@/locale/catalogue.ts'
import { formatDate } from '@novalex/words'
import { usePriceChart } from './usePriceChart.ts'

/** Shelf and regular price as steps through time; what is planned is dashed. */
const {
  spans,
  from,
  until,
  now,
  moment,
  zone,
  label,
  isSmall = false,
} = defineProps<{
  spans: HistoryAnswer['spans']
  /** Visible period, as instants. */
  from: number
  until: number
  now: number
  moment: number
  zone: string
  label: string
  /** Beside a text: without its legend. */
  isSmall?: boolean
}>()

const MAX_TICKS = 7
const MAX_SMALL_TICKS = 3
const { colours, base, createOptions } = usePriceChart(() => isSmall)
/** The first of each month in view, or of every other one and so on, as many as have room. */
const months = computed(() => {
  const first = toLocal(from, zone).slice(0, 7)
  const all: number[] = []
  for (let [year, month] = first.split('-').map(Number) as [number, number]; ; month++) {
    if (month > 12) [year, month] = [year + 1, 1]
    const at = toInstant(`${year}-${String(month).padStart(2, '0')}-01T00:00`, zone)
    if (at > until) break
    if (at >= from) all.push(at)
  }
  const every = Math.ceil(all.length / (isSmall ? MAX_SMALL_TICKS : MAX_TICKS))
  return all.filter((_at, index) => index % every === 0)
})
const dayOf = (at: number) => formatDate(dateOf(toLocal(at, zone)))

const data = computed<ChartData<'line', { x: number; y: number }[]>>(() => {
  const shown = spans
    .map((span) => ({
      ...span,
      from: Math.max(Date.parse(span.from), from),
      until: Math.min(Date.parse(span.until), until),
    }))
    .filter((span) => span.from < span.until)
    // What is planned is drawn otherwise than what was, so a price that goes on is cut at the present.
    .flatMap((span) =>
      span.from < now && now < span.until
        ? [
            { ...span, until: now },
            { ...span, from: now },
          ]
        : [span],
    )
  const steps = (key: 'price' | 'regular') =>
    shown.flatMap((span) => [
      { x: span.from, y: span[key] / 100 },
      { x: span.until - 1, y: span[key] / 100 },
    ])
  const highest = Math.max(...shown.map(({ regular, price }) => Math.max(regular, price))) / 100
  return {
    datasets: [
      {
        ...base,
        label: words.shelfLine,
        data: steps('price'),
        borderColor: colours.value.act,
        segment: { borderDash: ({ p0 }) => ((p0.parsed.x ?? 0) >= now ? [5, 4] : undefined) },
      },
      { ...base, label: words.regularLine, data: steps('regular'), borderColor: colours.value.quiet, borderWidth: 1 },
      {
        ...base,
        label: words.momentLine,
        data: [
          { x: moment, y: 0 },
          { x: moment, y: highest },
        ],
        borderColor: colours.value.moment,
      },
    ],
  }
})
const options = computed(() =>
  createOptions(
    {
      type: 'linear',
      min: from,
      max: until,
      afterBuildTicks: (axis) => {
        axis.ticks = months.value.map((value) => ({ value }))
      },
      ticks: { callback: (at) => dayOf(Number(at)), color: colours.value.quiet, autoSkip: false, maxRotation: 0 },
    },
    dayOf,
  ),
)
</script>

<template>
  <div class="price-chart" :class="{ small: isSmall }">
    <Line :data="data" :options="options" role="img" :aria-label="label" />
  </div>
</template>
