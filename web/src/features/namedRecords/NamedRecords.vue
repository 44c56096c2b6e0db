<script setup lang="ts" generic="R">
import type { Answer } from '@/api/useAnswer.ts'
import TablePage from '@/components/TablePage.vue'
import { text, counted } from '@/locale/catalogue.ts'

interface Words {
  readonly title: string
  readonly hint: string
  readonly empty: string
  readonly change: string
  readonly remove: string
}

/** A page of small records with names, each with what there is to say of it, and what can be done. */
const { rows, columns, nameOf, keyOf } = defineProps<{
  rows: readonly R[] | undefined
  asked: readonly Pick<Answer<unknown>, 'error' | 'refetch'>[]
  words: Words
  /** What is counted. */
  noun: keyof typeof counted
  columns: readonly { readonly title: string; readonly number?: boolean }[]
  nameOf: (row: R) => string
  keyOf: (row: R) => string
}>()
defineEmits<{ change: [row: R]; remove: [row: R] }>()
const ACTIONS = { title: text.common.actions, isUnseen: true }
defineSlots<{ acts(): unknown; cells(slot: { row: R }): unknown }>()
</script>

<template>
  <TablePage
    :title="words.title"
    :count="rows && counted[noun](rows.length)"
    :hint="words.hint"
    :asked="asked"
    :rows="rows"
    :empty="words.empty"
    :columns="[...columns, ACTIONS]"
  >
    <template #acts><slot name="acts" /></template>
    <tr v-for="row in rows" :key="keyOf(row)">
      <td class="name">
        <strong>{{ nameOf(row) }}</strong>
      </td>
      <slot name="cells" :row="row" />
      <td>
        <div class="row-acts">
          <v-btn size="small" :aria-label="`${words.change}: ${nameOf(row)}`" @click="$emit('change', row)">{{
            words.change
          }}</v-btn>
          <v-btn size="small" :aria-label="`${words.remove}: ${nameOf(row)}`" @click="$emit('remove', row)">{{
            words.remove
          }}</v-btn>
        </div>
      </td>
    </tr>
  </TablePage>
</template>

<style scoped>
.name {
  overflow-wrap: anywhere;
}
</style>
