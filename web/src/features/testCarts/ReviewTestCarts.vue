<script setup lang="ts">
import { computed } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { text, proofText } from '@/locale/catalogue.ts'
import { formatFigure } from '@novalex/words'

/** The test carts that a release would price otherwise than expected, or than the shop does. */
const { plan } = defineProps<{
  /** What the release would make live. */
  plan: string
}>()
const words = proofText.testCarts
const { data } = useAnswer('runTestCarts', () => ({ query: { plan } }))
const touched = computed(() => (data.value ?? []).filter(({ state }) => state !== 'passes' && state !== 'unchanged'))
const broken = computed(() => touched.value.filter(({ state }) => state === 'fails' || state === 'unpriced').length)
</script>

<template>
  <section v-if="data && data.length > 0" class="carts">
    <h2><router-link to="/test-carts">{{ words.title }}</router-link> ({{ data.length }})</h2>
    <p v-if="touched.length === 0" class="saves">✓ {{ words.allHold }}</p>
    <p v-else-if="broken > 0" class="wrong" role="alert">✕ {{ words.broken(broken) }}</p>
    <table v-if="touched.length > 0" class="printed">
      <thead>
        <tr>
          <th scope="col">{{ words.columns.state }}</th>
          <th scope="col">{{ words.columns.name }}</th>
          <th scope="col" class="number">{{ words.columns.expected }}</th>
          <th scope="col" class="number">{{ words.columns.next }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ testCart, state, working, live } in touched" :key="testCart.id">
          <td :class="{ wrong: state !== 'changes' }">{{ words.states[state] }}</td>
          <td>{{ testCart.name }}</td>
          <td class="number">{{ formatFigure(testCart.expected ?? live?.grand ?? 0) }}</td>
          <td class="number">
            <strong>{{ working ? formatFigure(working.grand) : text.common.none }}</strong>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.carts {
  margin-top: 20px;
}
</style>
