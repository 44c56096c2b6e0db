<script setup lang="ts" generic="R">
import type { Answer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { text } from '@/locale/en.ts'
import { plural } from '@/locale/format.ts'

interface Words {
  readonly title: string
  readonly hint: string
  readonly empty: string
  readonly change: string
  readonly remove: string
  readonly columns: { readonly actions: string }
}

/** A page of small records with names, each with what there is to say of it, and what can be done. */
const { rows, nameOf, keyOf } = defineProps<{
  rows: readonly R[] | undefined
  asked: readonly Pick<Answer<unknown>, 'error' | 'refetch'>[]
  words: Words
  /** What one of them is called when they are counted. */
  noun: string
  columns: readonly { readonly title: string; readonly number?: boolean }[]
  nameOf: (row: R) => string
  keyOf: (row: R) => string
}>()
defineEmits<{ change: [row: R]; remove: [row: R] }>()
defineSlots<{ acts(): unknown; cells(slot: { row: R }): unknown }>()
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
      <span v-if="rows" class="quiet" role="status">{{ plural(rows.length, noun) }}</span>
      <span class="grow" />
      <slot name="acts" />
    </header>
    <LoadError :of="asked" />
    <p v-if="!rows && !asked.some(({ error }) => error.value)" class="quiet">{{ text.common.loading }}</p>
    <p v-if="rows?.length === 0" class="empty">{{ words.empty }}</p>
    <template v-else-if="rows">
      <p class="quiet">{{ words.hint }}</p>
      <table class="printed">
        <thead>
          <tr>
            <th v-for="{ title, number } in columns" :key="title" scope="col" :class="{ number }">{{ title }}</th>
            <th scope="col">
              <span class="visually-hidden">{{ words.columns.actions }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
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
        </tbody>
      </table>
    </template>
  </section>
</template>

<style scoped>
.empty {
  padding: 48px 0;
  text-align: center;
}

.name {
  overflow-wrap: anywhere;
}
</style>
