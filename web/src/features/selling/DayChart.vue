<script setup lang="ts">
import type { SalesAnswer } from '@novalex/contract'
import { addDays, firstOf, lastOf } from '@novalex/core'
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  Tooltip,
  type ChartData,
  type ChartOptions,
} from 'chart.js'
import { computed } from 'vue'
import { Bar } from 'vue-chartjs'
import { useChartColours } from '@/composables/useChartColours.ts'
import { sellingText } from '@/locale/catalogue.ts'
import { formatDate, formatMoney } from '@novalex/words'

/** Orders by day, as bars; what they cost less on hover. */
const { days } = defineProps<{ days: SalesAnswer['days'] }>()
Chart.register(BarController, BarElement, CategoryScale, LinearScale, Tooltip)

const MOST_DAYS = 92
const words = sellingText.counts
const colours = useChartColours()
/** Without gaps: a day on which nothing was sold has no bar. */
const all = computed(() => {
  const byDay = new Map(days.map((one) => [one.day, one]))
  const last = lastOf(days).day
  const list: SalesAnswer['days'] = []
  for (let day = firstOf(days).day; day <= last; day = addDays(day, 1))
    list.push(byDay.get(day) ?? { day, uses: 0, units: 0, discount: 0, added: 0 })
  return list.slice(-MOST_DAYS)
})
const data = computed<ChartData<'bar'>>(() => ({
  labels: all.value.map(({ day }) => formatDate(day)),
  datasets: [
    {
      data: all.value.map(({ uses }) => uses),
      backgroundColor: colours.value.act,
      maxBarThickness: 26,
    },
  ],
}))
const options = computed<ChartOptions<'bar'>>(() => ({
  animation: false,
  maintainAspectRatio: false,
  responsive: true,
  scales: {
    x: { grid: { display: false }, ticks: { color: colours.value.quiet, maxRotation: 0, autoSkipPadding: 12 } },
    y: {
      beginAtZero: true,
      ticks: { color: colours.value.quiet, precision: 0, maxTicksLimit: 4 },
      title: { display: true, text: words.orders, color: colours.value.quiet },
    },
  },
  plugins: {
    legend: { display: false },
    tooltip: {
      displayColors: false,
      callbacks: {
        label: ({ dataIndex }) => {
          const { uses, units, discount, added } = all.value[dataIndex]!
          return [
            words.uses(uses),
            ...(units > 0 ? [words.units(units)] : []),
            ...(discount > 0 ? [`−${formatMoney(discount)}`] : []),
            ...(added > 0 ? [`+${formatMoney(added)}`] : []),
          ]
        },
      },
    },
  },
}))
</script>

<template>
  <div class="chart">
    <Bar :data="data" :options="options" role="img" :aria-label="words.chart(all.length)" />
  </div>
</template>

<style scoped>
.chart {
  height: 120px;
}
</style>
