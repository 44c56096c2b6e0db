<script setup lang="ts">
import type { ImportStatus, ReadRequest } from '@novalex/contract'
import { normalizeHead, toIsoMoment, type DayOrder } from '@novalex/core'
import { computed, ref, watch } from 'vue'
import { formatDate } from '@novalex/words'
import { filesText as words } from '@/locale/catalogue.ts'
import { findColumnFaults, isMisread } from './importColumns.ts'

/** Questions about an ambiguous file: column meanings and date format. */
const { status } = defineProps<{ status: ImportStatus }>()
const emit = defineEmits<{ read: [asked: ReadRequest] }>()

const isMatching = ref(false)
const isShown = computed(() => isMisread(status) || isMatching.value)
/** By the place of each head. */
const chosen = ref<(string | null)[]>([])
watch(
  () => status.heads,
  (heads) => {
    chosen.value = heads.map(({ column }) => column)
    isMatching.value = false
  },
  { immediate: true },
)
const choices = computed(() => [
  { value: null, title: words.passedOver },
  ...status.columns.map(({ name }) => ({ value: name, title: name })),
])
/** Heads that are read as a column of another name. */
const renamed = computed(() =>
  status.heads.flatMap(({ head, column }) =>
    column === null || column === normalizeHead(head) ? [] : [words.pair(head || words.noHead, column)],
  ),
)
const faults = computed(() => findColumnFaults(chosen.value, status.columns))
const DAY_ORDERS: readonly DayOrder[] = ['day-first', 'month-first']
/** A day of the file, as it would be read. */
const sayDay = (order: DayOrder) =>
  formatDate(toIsoMoment(status.unsureDays[0] ?? '', order)!.slice(0, 10), { year: true })

function readColumns(): void {
  emit('read', { heads: status.heads.map(({ head }, at) => ({ head, column: chosen.value[at] ?? null })) })
}
</script>

<template>
  <section v-if="isShown" class="block" :aria-label="words.columns">
    <h3>{{ words.columns }}</h3>
    <p class="quiet">{{ words.columnsHint }}</p>
    <table class="printed">
      <thead>
        <tr>
          <th>{{ words.inFile }}</th>
          <th>{{ words.holds }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(head, at) in status.heads" :key="at">
          <td>
            <strong>{{ head.head || words.noHead }}</strong>
            <span class="quiet samples">{{ head.samples.join(' · ') }}</span>
          </td>
          <td>
            <v-select
              v-model="chosen[at]"
              :items="choices"
              :aria-label="`${words.holds}: ${head.head || words.noHead}`"
              hide-details
            />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="faults.needed.length > 0" class="wrong">{{ words.needed(faults.needed.join(', ')) }}</p>
    <p v-if="faults.twice.length > 0" class="wrong">{{ words.twice(faults.twice.join(', ')) }}</p>
    <v-btn variant="flat" :disabled="faults.needed.length + faults.twice.length > 0" @click="readColumns">
      {{ words.readSo }}
    </v-btn>
  </section>
  <section v-else-if="status.unsureDays.length > 0" class="block" :aria-label="words.days(status.unsureDays[0]!)">
    <h3>{{ words.days(status.unsureDays[0]!) }}</h3>
    <p class="quiet">{{ words.daysHint(status.unsureDays.join(', ')) }}</p>
    <p class="orders">
      <v-btn v-for="order in DAY_ORDERS" :key="order" @click="emit('read', { heads: [], days: order })">
        {{ sayDay(order) }}
      </v-btn>
    </p>
  </section>
  <p v-if="!isShown && renamed.length > 0" class="quiet">{{ words.readAs(renamed) }}</p>
  <button
    v-if="!isShown && status.heads.length > 0 && (status.state === 'ready' || status.state === 'refused')"
    type="button"
    class="as-link again"
    @click="isMatching = true"
  >
    {{ words.matchColumns }}
  </button>
</template>

<style scoped>
.block {
  display: grid;
  gap: 8px;
  justify-items: start;
  margin-bottom: 14px;
}

.samples {
  display: block;
  max-width: 360px;
  overflow-wrap: anywhere;
}

.again {
  margin-bottom: 14px;
}

.orders {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
</style>
