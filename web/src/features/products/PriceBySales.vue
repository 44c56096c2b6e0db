<script setup lang="ts">
import type { HistoryAnswer } from '@novalex/contract'
import { computed } from 'vue'
import { productText as words } from '@/locale/catalogue.ts'
import { formatFigure, formatInstant } from '@novalex/words'
import { useCounts } from '@/stores/counts.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import SalesChart from './SalesChart.vue'

/** How a product's price follows the sales of one promotion: as a chart and as a table. */
const { bySales } = defineProps<{ bySales: HistoryAnswer['bySales'][number] }>()

const store = useStoreInfo()
const moment = useMoment()
const counts = useCounts()
const sold = computed(() => Math.max(0, counts.of(bySales.promotion)?.units ?? 0))
const reached = computed(() => bySales.prices.findLastIndex((step) => step.sold <= sold.value))
const later = computed(() => Date.parse(bySales.at) > moment.instant)

function soldAt(index: number): string {
  const from = bySales.prices[index]!.sold
  const next = bySales.prices[index + 1]
  return next ? `${from} – ${next.sold - 1}` : words.bySales.andMore(from)
}
</script>

<template>
  <section>
    <h2>
      {{ words.bySales.title }}
      <router-link :to="`/promotions/${bySales.promotion}`">{{ bySales.name }}</router-link>
    </h2>
    <p v-if="later" class="quiet">
      {{ words.bySales.from(formatInstant(Date.parse(bySales.at), { zone: store.zone })) }}
    </p>
    <SalesChart :prices="bySales.prices" :label="words.bySales.chart(bySales.name)" />
    <table class="printed">
      <thead>
        <tr>
          <th scope="col">{{ words.bySales.sold }}</th>
          <th scope="col" class="number">{{ words.spans.regular }}</th>
          <th scope="col" class="number">{{ words.spans.price }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(step, index) in bySales.prices" :key="step.sold">
          <td>
            {{ soldAt(index) }}
            <strong v-if="index === reached" class="reached">{{ words.bySales.soFar(sold) }}</strong>
          </td>
          <td class="number" :class="{ struck: step.price < step.regular }">{{ formatFigure(step.regular) }}</td>
          <td class="number">
            <strong>{{ formatFigure(step.price) }}</strong>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
section {
  margin-top: 28px;
}

table {
  margin-top: 14px;
}

.reached {
  border-left: 3px solid var(--moment);
  margin-left: 10px;
  padding-left: 8px;
}
</style>
