<script setup lang="ts">
import type { ImportStatus } from '@novalex/contract'
import { computed } from 'vue'
import { text } from '@/locale/en.ts'
import { plural } from '@/locale/format.ts'
import { explainProblem } from '@/locale/problems.ts'

const { status } = defineProps<{ status: ImportStatus }>()

const rows = computed(() =>
  status.problems.map((problem) => {
    const [row = '', column = ''] = problem.path.split('.')
    return { row, column, sentence: explainProblem(problem) }
  }),
)
</script>

<template>
  <p class="wrong" role="alert">
    <strong>{{ status.fileName }}</strong>: {{ text.import.problems(plural(status.problemCount, 'fault')) }}
  </p>
  <table class="printed">
    <thead>
      <tr>
        <th class="number">{{ text.import.row }}</th>
        <th>{{ text.import.column }}</th>
        <th>{{ text.import.what }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(row, index) in rows" :key="index">
        <td class="number">{{ row.row }}</td>
        <td>{{ row.column }}</td>
        <td>{{ row.sentence }}</td>
      </tr>
    </tbody>
  </table>
  <p v-if="status.problemCount > rows.length" class="quiet">
    {{ text.import.firstOf(String(rows.length), String(status.problemCount)).replace(' products', '') }}
  </p>
</template>
