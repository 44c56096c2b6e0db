<script setup lang="ts">
import type { Promotion } from '@novalex/core'
import { ref } from 'vue'
import { text } from '@/locale/en.ts'
import { offerText } from '@/locale/enOffers.ts'
import { proofText } from '@/locale/enProof.ts'

/** The promotions in the order of their ranks, moved by dragging or by keys. */
const { promotions } = defineProps<{ promotions: readonly Promotion[] }>()
/** Before which other one it goes, and before which one it stood; null: at the end. */
const emit = defineEmits<{ move: [id: string, before: string | null, was: string | null] }>()

const words = proofText.stacking
const dragged = ref<string | null>(null)
const over = ref<string | null>(null)

const idAt = (index: number) => promotions[index]?.id ?? null

function move(index: number, before: string | null): void {
  const id = idAt(index)!
  if (before === id || before === idAt(index + 1)) return
  emit('move', id, before, idAt(index + 1))
}

function drop(target: string): void {
  const index = promotions.findIndex(({ id }) => id === dragged.value)
  if (index >= 0) move(index, target)
  dragged.value = over.value = null
}

function onKey(event: KeyboardEvent, index: number): void {
  if (!event.altKey) return
  if (event.key === 'ArrowUp' && index > 0) move(index, idAt(index - 1))
  else if (event.key === 'ArrowDown' && index < promotions.length - 1) move(index, idAt(index + 2))
  else return
  event.preventDefault()
}
</script>

<template>
  <section>
    <h2>{{ words.ranked }}</h2>
    <p class="quiet">{{ words.rankedHint }}</p>
    <ol>
      <li
        v-for="(promotion, index) in promotions"
        :key="promotion.id"
        tabindex="0"
        draggable="true"
        :aria-label="`${words.move(promotion.name)}: ${promotion.rank}`"
        :class="{ over: over === promotion.id }"
        @dragstart="dragged = promotion.id"
        @dragover.prevent="over = promotion.id"
        @dragend="dragged = over = null"
        @drop.prevent="drop(promotion.id)"
        @keydown="(event) => onKey(event, index)"
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
