<script setup lang="ts">
import { phaseOf, type PromotionOutcome } from '@novalex/core'
import { formatFigure, formatMoney } from '@novalex/words'
import { proofText, explainOutcome } from '@/locale/catalogue.ts'
import { type Promotion } from '@novalex/core'
import { computed, ref } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { useNames } from '@/stores/names.ts'

/** Two promotions on a cart in which both fit: priced with neither, each and both, and explained. */
const { promotions } = defineProps<{ promotions: readonly Promotion[] }>()

const names = useNames()
const words = proofText.stacking
const first = ref<string | null>(null)
const second = ref<string | null>(null)
const items = computed(() => promotions.map(({ id, name }) => ({ value: id, title: name })))
const isChosen = computed(() => first.value !== null && second.value !== null && first.value !== second.value)
const asked = useAnswer('getPair', () =>
  isChosen.value ? { query: { first: first.value, second: second.value } } : null,
)
const { data: pair } = asked
const find = (id: string) => promotions.find((promotion) => promotion.id === id)

/** A sale price that keeps an offer away with which the cart would have cost less. */
const shelfFirst = computed(() => {
  if (!pair.value) return null
  const { first: one, second: other, both, outcomes } = pair.value
  const totals = [one, other]
  const at = outcomes.findIndex(({ outcome }, index) => outcome === 'skipped' && totals[index]! < both)
  const [offer, sale] = [outcomes[at], outcomes[1 - at]].map((outcome) => outcome && find(outcome.promotion))
  if (!offer || !sale || phaseOf(sale.mechanic) !== 1) return null
  return words.shelfFirst(sale.name, offer.name, formatMoney(totals[at]!), formatMoney(both))
})

const explain = (outcome: PromotionOutcome) => explainOutcome(outcome, { names: names.names, find })
</script>

<template>
  <section>
    <h2>{{ words.pair }}</h2>
    <div class="choice">
      <v-autocomplete
        v-model="first"
        :items="items"
        :label="words.first"
        :title="(first && find(first)?.name) || undefined"
        auto-select-first
      />
      <v-autocomplete
        v-model="second"
        :items="items"
        :label="words.second"
        :title="(second && find(second)?.name) || undefined"
        auto-select-first
      />
    </div>
    <LoadError :of="[asked]" />
    <p v-if="!isChosen" class="quiet">{{ words.swap }}</p>
    <p v-else-if="pair === null">{{ words.nothing }}</p>
    <div v-else-if="pair" aria-live="polite">
      <p>{{ words.cart(pair.lines.map(({ quantity }) => `${quantity} × ${pair!.product.name}`).join(', ')) }}</p>
      <table class="printed">
        <tbody>
          <tr v-for="(title, key) in words.rows" :key="key" :class="{ both: key === 'both' }">
            <td>{{ title }}</td>
            <td class="number">{{ formatFigure(pair[key]) }}</td>
          </tr>
        </tbody>
      </table>
      <ul>
        <li v-for="outcome in pair.outcomes" :key="outcome.promotion">
          <span :class="outcome.outcome === 'applied' ? 'saves' : 'wrong'" aria-hidden="true">{{
            outcome.outcome === 'applied' ? '✓' : '✕'
          }}</span>
          {{ ' ' }}<strong>{{ find(outcome.promotion)?.name }}</strong>: {{ explain(outcome) }}.
        </li>
      </ul>
      <p v-if="shelfFirst" class="wrong">▲ {{ shelfFirst }}</p>
    </div>
  </section>
</template>

<style scoped>
.choice {
  display: grid;
  gap: 10px;
  grid-template-columns: 1fr 1fr;
  margin: 10px 0;
}

table {
  margin: 6px 0 10px;
  max-width: 320px;
}

.both {
  font-weight: 650;
}

ul {
  display: grid;
  font-size: 13.5px;
  gap: 4px;
  list-style: none;
  padding: 0;
}
</style>
