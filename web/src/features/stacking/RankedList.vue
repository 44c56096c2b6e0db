<script setup lang="ts">
import type { PromotionRecord } from '@novalex/contract'
import { computed } from 'vue'
import { text } from '@/locale/en.ts'
import { offerText } from '@/locale/enOffers.ts'
import { proofText } from '@/locale/enProof.ts'
import { useRankMoves } from './useRankMoves.ts'

/** The promotions in the order of their ranks, moved by dragging or by keys. */
const { records } = defineProps<{ records: readonly PromotionRecord[] }>()
const emit = defineEmits<{ moved: [] }>()

const words = proofText.stacking
const promotions = computed(() => records.map(({ promotion }) => promotion))
const { over, rowOf } = useRankMoves(
  () => records,
  () => {
    emit('moved')
  },
)
</script>

<template>
  <section>
    <h2>{{ words.ranked }}</h2>
    <p class="quiet">{{ words.rankedHint }}</p>
    <ol>
      <li
        v-for="promotion in promotions"
        :key="promotion.id"
        tabindex="0"
        v-bind="rowOf(promotion.id)"
        :aria-label="`${words.move(promotion.name)}: ${promotion.rank}`"
        :class="{ over: over === promotion.id }"
      >
        <span class="rank">{{ promotion.rank }}</span>
        <router-link :to="`/promotions/${promotion.id}`">{{ promotion.name }}</router-link>
        <span class="quiet">{{ promotion.stacking?.group ?? text.common.none }}</span>
        <span class="quiet">{{ offerText.kinds[promotion.mechanic.kind] }}</span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  margin-top: 10px;
  padding: 0;
}

li {
  align-items: baseline;
  border-top: 1px solid var(--line);
  cursor: grab;
  display: grid;
  font-size: 13.5px;
  gap: 10px;
  grid-template-columns: 28px minmax(0, 1fr) 80px 110px;
  padding: 5px 4px;
}

li.over {
  border-top: 2px solid var(--moment);
  padding-top: 4px;
}

.rank {
  font-variant-numeric: tabular-nums;
  text-align: right;
}
</style>
