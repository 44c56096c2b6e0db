<script setup lang="ts">
import { formatAmount, type Product } from '@novalex/core'
import { text } from '@/locale/en.ts'
import { formatInstant } from '@/locale/format.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import type { EdgePrice } from '@/workers/till.worker.ts'

defineProps<{ edges: readonly EdgePrice[]; product: Product | null }>()

const moment = useMoment()
const store = useStoreInfo()
const words = text.edges

const labelOf = ({ at, side }: EdgePrice) =>
  formatInstant(at, { zone: store.zone, year: false, seconds: side === 'before' })
</script>

<template>
  <section v-if="product">
    <h2>{{ words.title }}</h2>
    <p v-if="edges.length === 0" class="quiet">{{ words.none }}</p>
    <template v-else>
      <p class="quiet">{{ words.hint }}</p>
      <table class="printed">
        <thead>
          <tr>
            <th>{{ product.name }}</th>
            <th class="number">{{ words.without }}</th>
            <th class="number">{{ words.with }}</th>
            <th class="number">{{ words.saves }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="edge in edges" :key="edge.at" :class="{ here: edge.at === moment.chosen }">
            <td>
              <button type="button" class="as-link" @click="moment.moveTo(edge.at)">{{ labelOf(edge) }}</button>
            </td>
            <td class="number">{{ formatAmount(edge.without) }}</td>
            <td class="number">
              <strong>{{ formatAmount(edge.with) }}</strong>
            </td>
            <td class="number">
              {{ edge.with < edge.without ? formatAmount(edge.without - edge.with) : text.common.none }}
            </td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>

<style scoped>
.here {
  background: var(--wash);
}

p {
  font-size: 13px;
  margin: 2px 0 6px;
}

th:first-child {
  max-width: 140px;
  overflow: hidden;
  text-overflow: ellipsis;
}
</style>
