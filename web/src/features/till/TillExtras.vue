<script setup lang="ts">
import type { Promotion } from '@novalex/core'
import { computed, ref } from 'vue'
import { readUnits, showUnits } from '@/composables/readUnits.ts'
import { text, sellingText } from '@/locale/catalogue.ts'
import { useCounts } from '@/stores/counts.ts'
import { SAMPLE_CODE } from '@/workers/sampleCode.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useTillCart } from './useTill.ts'

/** Codes as a shopper types them, what has been sold, and the way of delivery. */
const { edited } = defineProps<{ edited: Promotion }>()
const till = useTillCart()
const store = useStoreInfo()
const counts = useCounts()
const sellingWords = sellingText.till
/** Whether it matters how many were sold. */
const followsSales = computed(() => {
  const { limits, ladder } = edited
  return limits.units != null || ladder?.by === 'unitsSold' || ladder?.by === 'unitsLeft'
})
const isLimited = computed(() => followsSales.value || edited.limits.uses != null || edited.limits.budgetStops === true)
const soFar = computed(() => counts.of(edited.id)?.units ?? 0)
const soldAs = computed({
  get: () => (typeof till.sold === 'number' ? 'asIf' : till.sold),
  set: (as) => {
    till.sold = as === 'asIf' ? soFar.value : as
  },
})
function setSold(event: Event): void {
  const units = readUnits(event)
  if (units !== null) till.sold = Math.min(units, 999_999_999)
}

const words = text.till
const typed = ref('')

function add(): void {
  const code = typed.value.trim()
  if (code !== '' && !till.codes.includes(code)) till.setCodes([...till.codes, code])
  typed.value = ''
}
</script>

<template>
  <div class="extras">
    <form @submit.prevent="add">
      <input v-model="typed" maxlength="64" :placeholder="words.code" :aria-label="words.code" />
      <button type="submit" class="as-link" :disabled="typed.trim() === ''">{{ words.addCode }}</button>
    </form>
    <button
      v-for="code in till.codes"
      :key="code"
      type="button"
      class="code"
      :aria-label="words.removeCode(code)"
      @click="till.setCodes(till.codes.filter((one) => one !== code))"
    >
      {{ code }} ✕
    </button>
    <button
      v-if="edited.code && 'batch' in edited.code && !till.codes.includes(SAMPLE_CODE)"
      type="button"
      class="as-link"
      @click="till.setCodes([...till.codes, SAMPLE_CODE])"
    >
      {{ sellingWords.sampleCode }}
    </button>
    <select v-if="isLimited" v-model="soldAs" class="sold" :aria-label="sellingWords.label">
      <option value="soFar">{{ followsSales ? sellingWords.soFarOf(soFar) : sellingWords.soFar }}</option>
      <option value="nothing">{{ sellingWords.nothing }}</option>
      <option v-if="followsSales" value="asIf">{{ sellingWords.asIf }}</option>
    </select>
    <input
      v-if="isLimited && followsSales && typeof till.sold === 'number'"
      class="units"
      type="number"
      min="0"
      :value="till.sold"
      :aria-label="sellingWords.units"
      @input="setSold"
      @change="(event) => showUnits(event, Number(till.sold))"
    />
    <select v-model="till.delivery" :aria-label="words.delivery">
      <option :value="null">{{ words.noDelivery }}</option>
      <option v-for="option in store.delivery" :key="option.id" :value="option.id">{{ option.name }}</option>
    </select>
    <select
      v-if="till.chosenDelivery"
      :value="till.chosenDelivery.country"
      :aria-label="words.country"
      @change="(event) => (till.country = (event.target as HTMLSelectElement).value)"
    >
      <option v-for="{ country } in till.served" :key="country" :value="country">{{ country }}</option>
    </select>
  </div>
</template>

<style scoped>
.extras {
  align-items: baseline;
  display: flex;
  flex-wrap: wrap;
  font-size: 13px;
  gap: 6px 10px;
}

form {
  align-items: baseline;
  display: flex;
  gap: 6px;
}

input,
select {
  background: transparent;
  border: 0;
  border-bottom: 1px dotted var(--quiet);
  color: inherit;
  font: inherit;
  min-height: 24px;
}

input {
  text-transform: uppercase;
  width: 110px;
}

input::placeholder {
  color: var(--quiet);
  opacity: 1;
  text-transform: none;
}

select {
  appearance: auto;
  max-width: 140px;
}

select.sold {
  max-width: 190px;
}

input.units {
  width: 64px;
}

option {
  background: var(--sheet);
}

.code {
  background: none;
  border: 1px dashed var(--act);
  color: inherit;
  cursor: pointer;
  font: inherit;
  letter-spacing: 0.04em;
  text-transform: uppercase;
  min-height: 24px;
  padding: 0 6px;
}
</style>
