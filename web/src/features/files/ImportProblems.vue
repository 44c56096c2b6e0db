<script setup lang="ts">
import type { ImportStatus } from '@novalex/contract'
import { computed } from 'vue'
import { filesText as words, counted, explainProblem } from '@/locale/catalogue.ts'

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
    <strong>{{ status.fileName }}</strong>: {{ words.problems(counted.error(status.problemCount)) }}
  </p>
  <table class="printed">
    <thead>
      <tr>
        <th class="number">{{ words.row }}</th>
        <th>{{ words.column }}</th>
        <th>{{ words.what }}</th>
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
    {{ words.firstOf(String(rows.length), String(status.problemCount)) }}
  </p>
</template>

<style scoped>
table {
  margin-bottom: 14px;
}
</style>
