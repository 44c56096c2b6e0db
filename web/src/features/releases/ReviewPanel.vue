<script setup lang="ts">
import type { ReviewAnswer } from '@novalex/contract'
import { toLocal } from '@novalex/core'
import { computed } from 'vue'
import { useSubmissions } from '@/composables/useSubmissions.ts'
import { text, formatEnd, counted, explainProblem, submissionText } from '@/locale/catalogue.ts'
import { formatFigure, formatInstant, nameChannel } from '@novalex/words'
import { useStoreInfo } from '@/stores/storeInfo.ts'

const { review, names } = defineProps<{
  review: ReviewAnswer
  /** Of the promotions that change, by id. */
  names: ReadonlyMap<string, string>
}>()

const store = useStoreInfo()
const words = text.releases
const nameOf = (id: string) => names.get(id) ?? id
const problems = computed(() =>
  review.problems.map((problem) => {
    const [id = '', ...rest] = problem.path.split('.')
    return { id, name: nameOf(id), field: rest[0] ?? '', sentence: explainProblem(problem) }
  }),
)
/** What partners keep as it is, since it can't be changed there any more. */
const { submissions } = useSubmissions()
const kept = computed(() =>
  submissions.value
    .filter(({ promotion, isLocked }) => isLocked && names.has(promotion))
    .map(({ promotion, channel, endsAt }) =>
      submissionText.keeps(nameChannel(channel), nameOf(promotion), endsAt, store.zone),
    ),
)
const whenOf = ({ from, until }: { from: string; until: string | null }) =>
  `${formatInstant(Date.parse(from), { zone: store.zone, year: false })} – ${
    until === null ? words.open : formatEnd(toLocal(Date.parse(until), store.zone))
  }`
</script>

<template>
  <div>
    <div v-if="problems.length > 0" class="wrong faults" role="alert">
      <p>{{ words.problems }}</p>
      <ul>
        <li v-for="(problem, index) in problems" :key="index">
          <router-link :to="`/promotions/${problem.id}`">{{ problem.name }}</router-link>: {{ problem.sentence }}
        </li>
      </ul>
    </div>
    <ul v-if="kept.length > 0" class="kept">
      <li v-for="sentence in kept" :key="sentence">{{ sentence }}</li>
    </ul>
    <h2>{{ words.prices }} ({{ counted.product(review.productCount) }})</h2>
    <p v-if="review.productCount === 0" class="quiet">{{ words.noPrices }}</p>
    <table v-else class="printed">
      <thead>
        <tr>
          <th scope="col">{{ words.columns.product }}</th>
          <th scope="col">{{ words.columns.when }}</th>
          <th scope="col" class="number">{{ words.columns.before }}</th>
          <th scope="col" class="number">{{ words.columns.after }}</th>
        </tr>
      </thead>
      <tbody>
        <template v-for="product in review.products" :key="`${product.sku} ${product.channel}`">
          <tr v-for="(shift, index) in product.shifts.slice(0, 3)" :key="`${product.sku} ${shift.from}`">
            <td>
              <template v-if="index === 0"
                >{{ product.name }} <span class="quiet">{{ product.sku }}</span>
                <span v-if="product.channel !== null"> · {{ nameChannel(product.channel) }}</span></template
              >
              <span v-else-if="index === 2 && product.shifts.length > 3" class="quiet">
                {{ words.moreMoves(counted.moreTime(product.shifts.length - 3)) }}
              </span>
            </td>
            <td class="when">{{ whenOf(shift) }}</td>
            <td class="number">{{ formatFigure(shift.before) }}</td>
            <td class="number">
              <strong :class="shift.after < shift.before ? 'saves' : 'wrong'"
                >{{ shift.after < shift.before ? '↓' : '↑' }} {{ formatFigure(shift.after) }}</strong
              >
            </td>
          </tr>
        </template>
      </tbody>
    </table>
    <p v-if="review.productCount > review.products.length" class="quiet">
      {{ words.firstOf(String(review.products.length), String(review.productCount)) }}
    </p>
    <p class="quiet">{{ words.until(formatInstant(Date.parse(review.until), { zone: store.zone })) }}</p>
  </div>
</template>

<style scoped>
h2 {
  margin: 20px 0 4px;
}

.when {
  white-space: nowrap;
}

.faults {
  border-left: 3px solid var(--wrong);
  margin-top: 14px;
  padding-left: 12px;
}

.kept {
  border-left: 3px solid var(--moment);
  list-style: none;
  margin-top: 14px;
  padding-left: 12px;
}

.faults ul {
  list-style: none;
  padding: 0;
}
</style>
