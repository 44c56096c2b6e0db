<script setup lang="ts">
import type { Answer } from '@/api/useAnswer.ts'
import LoadError from './LoadError.vue'
import { text } from '@/locale/catalogue.ts'

interface Column {
  readonly title: string
  readonly number?: boolean
  readonly wraps?: boolean
  /** Whether only screen readers are told the title. */
  readonly isUnseen?: boolean
  /** In pixels; others share what is left. */
  readonly width?: number
}

/** The page of one table: heading, error, loading and empty state, table. The default slot holds its rows. */
const { rows } = defineProps<{
  title: string
  hint?: string
  /** Requests that the page waits for. */
  asked: readonly Pick<Answer<unknown>, 'error' | 'refetch'>[]
  /** Undefined until loaded. */
  rows: readonly unknown[] | undefined
  empty: string
  /** The number of entries, shown beside the heading. */
  count?: string
  /** None where the slot `heads` has them. */
  columns?: readonly Column[]
  /** Whether the widths of columns do not depend on their content. */
  fixed?: boolean
}>()
defineSlots<{
  default(): unknown
  acts?(): unknown
  /** Between heading and table: what narrows the list. */
  filters?(): unknown
  /** Heads of another kind than plain titles. */
  heads?(): unknown
  below?(): unknown
}>()
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ title }}</h1>
      <span v-if="count !== undefined" class="quiet" role="status">{{ count }}</span>
      <span class="grow" />
      <slot name="acts" />
    </header>
    <p v-if="hint" class="quiet">{{ hint }}</p>
    <slot name="filters" />
    <LoadError :of="asked" />
    <p v-if="!rows && !asked.some(({ error }) => error.value)" class="quiet">{{ text.common.loading }}</p>
    <p v-if="rows?.length === 0" class="empty">{{ empty }}</p>
    <template v-else-if="rows">
      <table class="printed" :class="{ fixed }">
        <thead>
          <tr>
            <slot name="heads">
              <th
                v-for="column in columns"
                :key="column.title"
                scope="col"
                :class="{ number: column.number, wrap: column.wraps }"
                :style="column.width === undefined ? undefined : { width: `${column.width}px` }"
              >
                <span :class="{ 'visually-hidden': column.isUnseen }">{{ column.title }}</span>
              </th>
            </slot>
          </tr>
        </thead>
        <tbody>
          <slot />
        </tbody>
      </table>
    </template>
    <slot name="below" />
  </section>
</template>

<style scoped>
.fixed {
  table-layout: fixed;
}

.empty {
  padding: 40px 0;
  text-align: center;
}

.wrap {
  overflow-wrap: anywhere;
  padding-left: 14px;
  white-space: normal;
}
</style>
