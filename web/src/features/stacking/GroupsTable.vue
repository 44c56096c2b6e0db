<script setup lang="ts">
import type { StackingRequest } from '@novalex/contract'
import { entriesOf, type Store } from '@novalex/core'
import { proofText } from '@/locale/catalogue.ts'

/** Stack groups against each other; each cell a plain word. */
const { store } = defineProps<{ store: Store }>()
const emit = defineEmits<{ save: [body: Omit<StackingRequest, 'version'>] }>()
const words = proofText.stacking
const KINDS = entriesOf(words.conflictKinds)

const isPair = ([a, b]: readonly [string, string], row: string, column: string) =>
  (a === row && b === column) || (a === column && b === row)
const isApart = (row: string, column: string) => store.apart.some((pair) => isPair(pair, row, column))

function toggle(row: string, column: string): void {
  const others = store.apart.filter((pair) => !isPair(pair, row, column)).map(([a, b]): [string, string] => [a, b])
  emit('save', { conflicts: store.conflicts, apart: isApart(row, column) ? others : [...others, [row, column]] })
}

function setConflicts(conflicts: Store['conflicts']): void {
  emit('save', { conflicts, apart: store.apart.map(([a, b]): [string, string] => [a, b]) })
}
</script>

<template>
  <section>
    <h2>{{ words.groups }}</h2>
    <p class="quiet">{{ words.groupsHint }}</p>
    <table class="groups">
      <thead>
        <tr>
          <td />
          <th v-for="group in store.stackGroups" :key="group" scope="col">{{ group }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, at) in store.stackGroups" :key="row">
          <th scope="row">{{ row }}</th>
          <td v-for="(column, other) in store.stackGroups" :key="column">
            <button
              v-if="other <= at"
              type="button"
              :class="{ apart: isApart(row, column) }"
              :aria-label="`${row}, ${column}: ${isApart(row, column) ? words.apart : words.together}`"
              @click="toggle(row, column)"
            >
              {{ isApart(row, column) ? words.apart : words.together }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <fieldset class="conflicts">
      <legend>{{ words.conflicts }}</legend>
      <label v-for="[kind, title] in KINDS" :key="kind">
        <input type="radio" name="conflicts" :checked="store.conflicts === kind" @change="setConflicts(kind)" />
        {{ title }}
      </label>
      <p class="quiet">{{ words.conflictsHint }}</p>
    </fieldset>
  </section>
</template>

<style scoped>
.groups {
  border-collapse: collapse;
  font-size: 13.5px;
  margin: 10px 0 14px;
}

th {
  font-weight: 600;
  padding: 4px 8px;
  text-align: left;
}

td {
  border: 1px solid var(--line);
  padding: 0;
}

td button {
  background: none;
  border: 0;
  color: var(--quiet);
  cursor: pointer;
  font: inherit;
  padding: 5px 10px;
  width: 100%;
}

td button.apart {
  background: var(--wash);
  color: var(--ink);
  font-weight: 650;
}

.conflicts {
  border: 0;
  display: grid;
  gap: 2px;
  margin-bottom: 20px;
  padding: 0;
}

legend {
  font-weight: 600;
}
</style>
