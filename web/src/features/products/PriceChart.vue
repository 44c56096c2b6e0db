<script setup lang="ts">
import type { HistoryAnswer } from '@novalex/contract'
import { dateOf, toInstant, toLocal } from '@novalex/core'
import {
  CategoryScale,
  Chart,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartData,
  type ChartOptions,
} from 'chart.js'
import { computed } from 'vue'
import { Line } from 'vue-chartjs'
import { useTheme } from 'vuetify'
import { productText as words } from '@/locale/enProducts.ts'
import { formatDate, formatMoney } from '@/locale/format.ts'

Chart.register(CategoryScale, LinearScale, LineController, LineElement, PointElement, Legend, Tooltip)

/** Shelf and regular price as steps through time; what is planned is dashed. */
const { spans, from, until, now, moment, zone, label } = defineProps<{
  spans: HistoryAnswer['spans']
  /** What is shown of them, as instants. */
  from: number
  until: number
  now: number
  moment: number
  zone: string
  label: string
}>()

const MAX_TICKS = 7
Chart.defaults.font.family = 'Public Sans Variable, sans-serif'

const theme = useTheme()
/** Read anew with each theme: the canvas knows no variables. */
const colours = computed(() => {
  void theme.name.value
  const style = getComputedStyle(document.querySelector('.v-application') ?? document.body)
  const read = (name: string) => style.getPropertyValue(name).trim()
  return { act: read('--act'), quiet: read('--quiet'), moment: read('--moment'), line: read('--line') }
})
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
  const every = Math.ceil(all.length / MAX_TICKS)
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
  const base = { pointRadius: 0, pointHitRadius: 6, borderWidth: 2, stepped: false as const }
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
const options = computed<ChartOptions<'line'>>(() => ({
  animation: false,
  maintainAspectRatio: false,
  interaction: { mode: 'nearest', intersect: false },
  scales: {
    x: {
      type: 'linear',
      min: from,
      max: until,
      afterBuildTicks: (axis) => {
        axis.ticks = months.value.map((value) => ({ value }))
      },
      ticks: { callback: (at) => dayOf(Number(at)), color: colours.value.quiet, autoSkip: false, maxRotation: 0 },
      grid: { color: colours.value.line },
    },
    y: {
      beginAtZero: true,
      ticks: { callback: (price) => Number(price).toFixed(2), color: colours.value.quiet },
      grid: { color: colours.value.line },
    },
  },
  plugins: {
    legend: { position: 'bottom', labels: { color: colours.value.quiet, boxHeight: 1, boxWidth: 22 } },
    tooltip: {
      callbacks: {
        title: ([item]) => (item ? dayOf(item.parsed.x ?? 0) : ''),
        label: ({ parsed, dataset }) => `${dataset.label}: ${formatMoney(Math.round((parsed.y ?? 0) * 100))}`,
      },
    },
  },
}))
</script>

<template>
  <div class="chart">
    <Line :data="data" :options="options" role="img" :aria-label="label" />
  </div>
</template>

<style scoped>
.chart {
  background: var(--sheet);
  border: 1px solid var(--line);
  height: 280px;
  padding: 12px;
}
</style>
