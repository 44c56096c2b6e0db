<script setup lang="ts">
import type { PromotionRecord } from '@novalex/contract'
import { computed } from 'vue'
import { usePageRows } from '@/composables/usePageRows.ts'
import { text, proofText } from '@/locale/catalogue.ts'
import { wordsOf } from '@/mechanics/words.ts'
import { useRankMoves } from './useRankMoves.ts'

/** The promotions in the order of their ranks, moved by dragging or by keys. */
const { records } = defineProps<{ records: readonly PromotionRecord[] }>()

const words = proofText.stacking
const promotions = computed(() => records.map(({ promotion }) => promotion))
const ROW_HEIGHT = 31
const { list, items, above, below, measure } = usePageRows(() => promotions.value.length, ROW_HEIGHT)
const shown = computed(() =>
  items.value.flatMap(({ index }) => {
    const promotion = promotions.value[index]
    return promotion ? [{ promotion, index }] : []
  }),
)
const { over, rowOf } = useRankMoves(() => records)
</script>

<template>
  <section>
    <h2>{{ words.ranked }}</h2>
    <p class="quiet">{{ text.ranks.hint }}</p>
    <ol ref="list">
      <li v-if="above > 0" class="space" aria-hidden="true" :style="{ height: `${above}px` }" />
      <li
        v-for="{ promotion, index } in shown"
        :key="promotion.id"
        :ref="(element) => measure(element as Element | null)"
        :data-index="index"
        tabindex="0"
        v-bind="rowOf(promotion.id)"
        :aria-label="`${text.ranks.move(promotion.name)}: ${promotion.rank}`"
        :class="{ over: over === promotion.id }"
      >
        <span class="rank">{{ promotion.rank }}</span>
        <router-link :to="`/promotions/${promotion.id}`">{{ promotion.name }}</router-link>
        <span class="quiet">{{ promotion.stacking?.group ?? text.common.none }}</span>
        <span class="quiet">{{ wordsOf(promotion.mechanic).title }}</span>
      </li>
      <li v-if="below > 0" class="space" aria-hidden="true" :style="{ height: `${below}px` }" />
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

li.space {
  border: 0;
  padding: 0;
}

li.over {
  border-top: 2px solid var(--moment);
  padding-top: 4px;
}

li a {
  padding: 3px 0;
}

.rank {
  font-variant-numeric: tabular-nums;
  text-align: right;
}
</style>
