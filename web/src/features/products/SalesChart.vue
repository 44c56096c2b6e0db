<script setup lang="ts">
import { lastOf } from '@novalex/core'
import type { HistoryAnswer } from '@novalex/contract'
import type { ChartData } from 'chart.js'
import { computed } from 'vue'
import { Line } from 'vue-chartjs'
import { productText as words, counted } from '@/locale/catalogue.ts'
import { usePriceChart } from './usePriceChart.ts'

/** Shelf and regular price as steps by units sold. */
const { prices, label } = defineProps<{ prices: HistoryAnswer['bySales'][number]['prices']; label: string }>()

const { colours, base, createOptions } = usePriceChart()
/** As far beyond the last step as the steps are wide, so that it can be seen. */
const end = computed(() => Math.ceil(lastOf(prices).sold * (1 + 1 / (prices.length - 1))))

const data = computed<ChartData<'line', { x: number; y: number }[]>>(() => {
  const line = (key: 'price' | 'regular') =>
    prices.flatMap((step, index) => [
      { x: step.sold, y: step[key] / 100 },
      { x: prices[index + 1]?.sold ?? end.value, y: step[key] / 100 },
    ])
  return {
    datasets: [
      { ...base, label: words.shelfLine, data: line('price'), borderColor: colours.value.act },
      { ...base, label: words.regularLine, data: line('regular'), borderColor: colours.value.quiet, borderWidth: 1 },
    ],
  }
})
const options = computed(() =>
  createOptions(
    {
      type: 'linear',
      min: 0,
      max: end.value,
      title: { display: true, text: words.bySales.axis, color: colours.value.quiet },
      ticks: { color: colours.value.quiet, precision: 0 },
    },
    (sold) => words.bySales.after(counted.unit(sold)),
  ),
)
</script>

<template>
  <div class="price-chart low">
    <Line :data="data" :options="options" role="img" :aria-label="label" />
  </div>
</template>
