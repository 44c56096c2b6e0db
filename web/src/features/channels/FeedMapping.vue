<script setup lang="ts">
import { mdiChevronLeft, mdiChevronRight, mdiClose } from '@mdi/js'
import { FEED_FIELDS, type FeedPreview } from '@novalex/contract'
import type { FeedColumn } from '@novalex/core'
import { describeDoubt, feedText as words } from '@/locale/catalogue.ts'
import ColumnFormat from './ColumnFormat.vue'

/** A feed as a table: each head says what goes into its column and how it is written. */
const { columns, rows } = defineProps<{
  columns: readonly FeedColumn[]
  rows: FeedPreview['rows']
}>()
const emit = defineEmits<{ change: [columns: readonly FeedColumn[]] }>()

const fields = FEED_FIELDS.map((value) => ({ value, title: words.fields[value] }))

const replace = (at: number, column: FeedColumn) => {
  emit('change', columns.with(at, column))
}
function setField(at: number, field: FeedColumn['field']): void {
  replace(at, { name: columns[at]!.name, field })
}
function move(at: number, by: -1 | 1): void {
  const moved = columns[at]!
  emit('change', columns.toSpliced(at, 1).toSpliced(at + by, 0, moved))
}
function add(): void {
  emit('change', [...columns, { name: words.newColumn(columns.length), field: 'text' }])
}
</script>

<template>
  <div class="frame">
    <table class="printed">
      <thead>
        <tr>
          <th scope="col" class="check">{{ words.check }}</th>
          <th v-for="(column, at) in columns" :key="at" scope="col">
            <v-text-field
              :model-value="column.name"
              :aria-label="words.columnName(at)"
              maxlength="60"
              hide-details
              @update:model-value="(name: string) => replace(at, { ...column, name })"
            />
            <select
              :value="column.field"
              :aria-label="words.columnField(at)"
              @change="(event) => setField(at, (event.target as HTMLSelectElement).value as FeedColumn['field'])"
            >
              <option v-for="field in fields" :key="field.value" :value="field.value">{{ field.title }}</option>
            </select>
            <ColumnFormat :column="column" :at="at" @change="(changed) => replace(at, changed)" />
            <div class="acts">
              <v-btn
                :icon="mdiChevronLeft"
                size="x-small"
                variant="text"
                :disabled="at === 0"
                :aria-label="words.moveLeft(column.name)"
                @click="move(at, -1)"
              />
              <v-btn
                :icon="mdiChevronRight"
                size="x-small"
                variant="text"
                :disabled="at === columns.length - 1"
                :aria-label="words.moveRight(column.name)"
                @click="move(at, 1)"
              />
              <v-btn
                :icon="mdiClose"
                size="x-small"
                variant="text"
                :disabled="columns.length === 1"
                :aria-label="words.removeColumn(column.name)"
                @click="emit('change', columns.toSpliced(at, 1))"
              />
            </div>
          </th>
          <th scope="col">
            <v-btn size="small" :disabled="columns.length >= 40" @click="add">{{ words.addColumn }}</v-btn>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.sku">
          <td class="check">
            <span v-if="row.doubts.length === 0">{{ words.fine }}</span>
            <div v-for="doubt in row.doubts" v-else :key="doubt.doubt" :class="{ wrong: doubt.doubt === 'too-long' }">
              {{ describeDoubt(doubt) }}
            </div>
          </td>
          <td v-for="(_column, at) in columns" :key="at">{{ row.cells[at] ?? '' }}</td>
          <td></td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.frame {
  overflow-x: auto;
}

table.printed th {
  color: var(--ink);
  min-width: 132px;
  padding-bottom: 6px;
  vertical-align: top;
}

table.printed td {
  font-variant-numeric: tabular-nums;
  max-width: 260px;
  overflow-wrap: anywhere;
}

select {
  background: none;
  border: 0;
  border-bottom: 1px dotted var(--quiet);
  font: inherit;
  font-size: 13px;
  margin-top: 4px;
  min-height: 26px;
  width: 100%;
}

.acts {
  display: flex;
}

table.printed .check {
  color: var(--quiet);
  min-width: 120px;
}

table.printed .check .wrong {
  color: var(--wrong);
}
</style>
