<script setup lang="ts">
import { mdiFilterVariant } from '@mdi/js'
import type { ListColumn, NumberColumn, ProductFilter } from '@novalex/core'
import { computed, shallowRef } from 'vue'
import LabelChoice from '@/components/LabelChoice.vue'
import TypedField from '@/components/TypedField.vue'
import { createFields, provideFields } from '@/components/fields.ts'
import { productText } from '@/locale/catalogue.ts'
import { useProductChoice } from '@/stores/productChoice.ts'
import { isNumberColumn, NUMBER_COLUMN_KINDS } from './columns.ts'

/** Filter of a column, or of several with a shared heading. */
const { columns, promotions } = defineProps<{
  title: string
  columns: readonly (NumberColumn | ListColumn)[]
  promotions: readonly { readonly id: string; readonly name: string }[]
}>()

const choice = useProductChoice()
const fields = createFields(shallowRef([]))
provideFields(fields)
const words = productText.table
const isActive = computed(() => columns.some((column) => choice.filterOf(column)))

function limitOf(column: NumberColumn, end: 'from' | 'to'): number | null {
  const filter = choice.filterOf(column)
  return filter && (end === 'from' || end === 'to') && !('empty' in filter) && end in filter
    ? ((filter as Record<string, unknown>)[end] as number)
    : null
}

function setLimit(column: NumberColumn, end: 'from' | 'to', value: number | null): void {
  const limits = { from: limitOf(column, 'from'), to: limitOf(column, 'to'), [end]: value }
  const { from, to } = limits
  const filter: ProductFilter | null =
    from === null && to === null ? null : { column, ...(from === null ? {} : { from }), ...(to === null ? {} : { to }) }
  choice.setFilter(column, filter)
}

function emptinessOf(column: NumberColumn | ListColumn): string {
  const filter = choice.filterOf(column)
  return filter && 'empty' in filter ? (filter.empty ? 'empty' : 'there') : 'any'
}

function setEmptiness(column: NumberColumn | ListColumn, is: string | null): void {
  fields.forget(column)
  if (is === 'empty' || is === 'there') choice.setFilter(column, { column, empty: is === 'empty' })
  else if (emptinessOf(column) !== 'any') choice.setFilter(column, null)
}

function listOf(column: ListColumn): string[] {
  const filter = choice.filterOf(column)
  return filter && 'anyOf' in filter ? [...filter.anyOf] : []
}

function setList(column: ListColumn, anyOf: readonly string[]): void {
  choice.setFilter(column, anyOf.length > 0 ? { column, anyOf } : null)
}
</script>

<template>
  <v-menu :close-on-content-click="false" location="bottom end">
    <template #activator="{ props }">
      <v-btn
        v-bind="props"
        class="filter"
        :class="{ active: isActive }"
        variant="text"
        size="x-small"
        :icon="mdiFilterVariant"
        :aria-label="words.filter(title)"
      />
    </template>
    <v-card border class="fields" :aria-label="words.filter(title)" role="dialog">
      <template v-for="column in columns" :key="column">
        <h3>{{ words.columns[column] }}</h3>
        <div v-if="isNumberColumn(column)" class="limits">
          <TypedField
            v-for="end in ['from', 'to'] as const"
            :key="end"
            :model-value="limitOf(column, end)"
            :kind="NUMBER_COLUMN_KINDS[column]"
            :path="`${column}.${end}`"
            :label="words[end]"
            optional
            @update:model-value="(value) => setLimit(column, end, value)"
          />
        </div>
        <v-autocomplete
          v-else-if="column === 'promotions'"
          :model-value="listOf(column)"
          :items="promotions"
          item-title="name"
          item-value="id"
          :label="words.anyOf"
          multiple
          chips
          closable-chips
          @update:model-value="(anyOf) => setList(column, anyOf)"
        />
        <LabelChoice
          v-else-if="column !== 'categories'"
          :of="column === 'tags' ? 'tags' : 'families'"
          :model-value="listOf(column)"
          :label="words.anyOf"
          @update:model-value="(anyOf) => setList(column, anyOf)"
        />
        <v-btn-toggle
          :model-value="emptinessOf(column)"
          :aria-label="words.emptiness(words.columns[column])"
          mandatory
          @update:model-value="(is) => setEmptiness(column, is)"
        >
          <v-btn size="small" value="any">{{ words.any }}</v-btn>
          <v-btn size="small" value="there">{{ words.there }}</v-btn>
          <v-btn size="small" value="empty">{{ words.empty }}</v-btn>
        </v-btn-toggle>
      </template>
    </v-card>
  </v-menu>
</template>

<style scoped>
.filter {
  color: color-mix(in srgb, var(--quiet) 75%, transparent);
  font-size: 9px;
  height: 24px;
  margin-inline: -5px;
  width: 24px;
}

.filter.active {
  background: color-mix(in srgb, var(--moment) 25%, transparent);
  color: var(--ink);
}

.fields {
  display: grid;
  gap: 8px;
  justify-items: start;
  padding: 12px 16px 16px;
  width: 320px;
}

.fields > :deep(.v-input) {
  width: 100%;
}

.limits {
  display: grid;
  gap: 8px;
  grid-template-columns: 1fr 1fr;
  width: 100%;
}
</style>
