<script setup lang="ts">
import { compileSchedule, type Promotion } from '@novalex/core'
import { computed, ref, watch } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import ProductChoice from '@/components/ProductChoice.vue'
import { describeSpan } from '@/locale/describeSpan.ts'
import { proofText, planningText, joinWords } from '@/locale/catalogue.ts'
import { formatInstant, formatMoney } from '@novalex/words'
import { useMoment } from '@/stores/moment.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** One product, and all promotions that may ever meet on it, pair by pair. */
const { promotions } = defineProps<{ promotions: readonly Promotion[] }>()

const store = useStoreInfo()
const moment = useMoment()
const names = useNames()
const words = proofText.stacking
const chosen = ref<string[]>([])
const sku = computed(() => chosen.value.at(-1) ?? null)
const meetings = useAnswer('getMeetings', () => (sku.value === null ? null : { query: { sku: sku.value } }))
const { data } = meetings
watch(data, (answer) => {
  if (answer) names.learnProducts([answer.product])
})
const rows = computed(() =>
  (data.value?.promotions ?? []).flatMap((id, index) => {
    const promotion = promotions.find((one) => one.id === id)
    return promotion ? [{ promotion, index }] : []
  }),
)
const nameOf = (id: string) => promotions.find((promotion) => promotion.id === id)?.name ?? id
const lowest = computed(() => {
  const { at, price, promotions: by } = data.value!.lowest
  const when = formatInstant(Math.max(Date.parse(at), moment.now), { zone: store.zone })
  const said = words.lowest(formatMoney(price), when)
  return by.length > 0 ? `${said}, ${words.by(joinWords(by.map(nameOf)))}.` : `${said}.`
})
const spanOf = ({ schedule }: Promotion) => (schedule.open ? planningText.occasions.openShort : describeSpan(schedule))
const isOn = ({ schedule }: Promotion) => {
  const { start, end } = compileSchedule(schedule, store.zone)
  return start <= moment.instant && moment.instant < end
}
</script>

<template>
  <section>
    <h2>{{ words.onProduct }}</h2>
    <ProductChoice
      :model-value="chosen"
      class="choice"
      :label="words.product"
      @update:model-value="(skus) => (chosen = skus.slice(-1))"
    />
    <LoadError :of="[meetings]" />
    <p v-if="sku === null" class="quiet">{{ words.productHint }}</p>
    <p v-else-if="data && rows.length === 0">{{ words.noneOnProduct }}</p>
    <div v-else-if="data" class="found" aria-live="polite">
      <p>{{ lowest }}</p>
      <table class="printed">
        <thead>
          <tr>
            <th scope="col">{{ words.promotion }}</th>
            <th v-for="{ promotion } in rows.slice(0, -1)" :key="promotion.id" scope="col" :title="promotion.name">
              {{ promotion.rank }}
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, at) in rows" :key="row.promotion.id">
            <th scope="row">
              {{ row.promotion.rank }}
              <router-link :to="`/promotions/${row.promotion.id}`">{{ row.promotion.name }}</router-link><br /><span
                class="quiet"
                :class="{ on: isOn(row.promotion) }"
                >{{ spanOf(row.promotion) }}</span
              >
            </th>
            <td v-for="other in rows.slice(0, -1)" :key="other.promotion.id">
              <template v-if="rows.indexOf(other) < at">{{
                words.meetings[data.meetings[row.index]![other.index] ?? 'together']
              }}</template>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
h2 {
  margin-top: 22px;
}

.choice {
  margin: 10px 0;
}

.found {
  overflow-x: auto;
}

table {
  font-size: 13px;
}

tbody th {
  font-size: 13px;
  font-weight: 400;
  text-align: left;
}

.on {
  font-weight: 650;
}
</style>
