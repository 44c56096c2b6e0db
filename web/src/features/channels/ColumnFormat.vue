<script setup lang="ts">
import { dateOf, MONEY_FIELDS, toLocal, type FeedColumn } from '@novalex/core'
import { computed, ref, watch } from 'vue'
import DayField from '@/components/DayField.vue'
import TypedField from '@/components/TypedField.vue'
import { feedText as words } from '@/locale/catalogue.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** How a column of a feed is written: what there is to choose depends on what it tells. */
const { column, at } = defineProps<{ column: FeedColumn; at: number }>()
const emit = defineEmits<{ change: [column: FeedColumn] }>()

type Conversion = NonNullable<FeedColumn['convert']>

const store = useStoreInfo()
const moment = useMoment()
const isMoney = computed(() => MONEY_FIELDS.has(column.field))
const isMoment = computed(() => column.field === 'saleFrom' || column.field === 'saleUntil')
const hasDecimals = computed(() => isMoney.value || column.field === 'rating')

const set = (changes: Partial<FeedColumn>) => {
  emit('change', { ...column, ...changes })
}
const valueOf = (event: Event) => (event.target as HTMLSelectElement).value
const isChecked = (event: Event) => (event.target as HTMLInputElement).checked

/** What is typed of a conversion; it counts once currency and rate are known. */
const typed = ref<{ currency: string; rate: number | null; on: string } | null>(
  column.convert ? { ...column.convert } : null,
)

function setConversion(changes: Partial<NonNullable<typeof typed.value>>): void {
  const today = dateOf(toLocal(moment.now, store.zone))
  typed.value = { currency: '', rate: null, on: today, ...typed.value, ...changes }
  const { currency, rate, on } = typed.value
  if (/^[A-Z]{3}$/.test(currency) && rate !== null) set({ convert: { currency, rate, on } satisfies Conversion })
}
function toggleConversion(isOn: boolean): void {
  if (isOn) return setConversion({})
  typed.value = null
  const { convert: _convert, ...plain } = column
  emit('change', plain)
}
watch(
  () => [column.field, column.convert] as const,
  ([field, convert], [before]) => {
    if (convert) typed.value = { ...convert }
    else if (field !== before) typed.value = null
  },
)
</script>

<template>
  <div class="how">
    <select
      v-if="isMoney"
      :value="column.currency ?? 'after'"
      :aria-label="words.columnHow(at)"
      @change="(event) => set({ currency: valueOf(event) as 'none' | 'before' | 'after' })"
    >
      <option value="after">{{ words.how.after }}</option>
      <option value="before">{{ words.how.before }}</option>
      <option value="none">{{ words.how.none }}</option>
    </select>
    <select
      v-if="isMoment"
      :value="column.date ?? 'iso'"
      :aria-label="words.columnHow(at)"
      @change="(event) => set({ date: valueOf(event) as 'iso' | 'day' })"
    >
      <option value="iso">{{ words.how.iso }}</option>
      <option value="day">{{ words.how.day }}</option>
    </select>
    <select
      v-if="column.field === 'availability'"
      :value="column.availability ?? 'words'"
      :aria-label="words.columnHow(at)"
      @change="(event) => set({ availability: valueOf(event) as 'words' | 'schema' })"
    >
      <option value="words">{{ words.how.words }}</option>
      <option value="schema">{{ words.how.schema }}</option>
    </select>
    <label v-if="hasDecimals">
      <input
        type="checkbox"
        :checked="column.decimal === 'comma'"
        @change="(event) => set({ decimal: isChecked(event) ? 'comma' : 'point' })"
      />
      {{ words.how.comma }}
    </label>
    <label v-if="isMoney">
      <input type="checkbox" :checked="typed !== null" @change="(event) => toggleConversion(isChecked(event))" />
      {{ words.how.convert }}
    </label>
    <template v-if="typed">
      <v-text-field
        :model-value="typed.currency"
        :label="words.converted"
        :placeholder="words.convertedHint"
        maxlength="3"
        hide-details
        @update:model-value="(code: string) => setConversion({ currency: code.toUpperCase() })"
      />
      <TypedField
        :model-value="typed.rate"
        kind="factor"
        :path="`columns.${at}.convert.rate`"
        :label="words.rate"
        @update:model-value="(rate) => rate !== null && setConversion({ rate })"
      />
      <DayField
        :model-value="typed.on"
        :path="`columns.${at}.convert.on`"
        :label="words.rateOn"
        :errors="[]"
        @update:model-value="(on) => on && setConversion({ on })"
      />
    </template>
    <v-text-field
      v-if="column.field === 'text'"
      :model-value="column.text ?? ''"
      :label="words.text"
      maxlength="200"
      hide-details
      @update:model-value="(text: string) => set({ text })"
    />
  </div>
</template>

<style scoped>
.how {
  display: grid;
  gap: 4px;
  margin-top: 4px;
}

select {
  background: none;
  border: 0;
  border-bottom: 1px dotted var(--quiet);
  font: inherit;
  font-size: 13px;
  min-height: 26px;
  width: 100%;
}

label {
  align-items: center;
  display: flex;
  gap: 6px;
  min-height: 24px;
}
</style>
