<script setup lang="ts">
import type { Reach } from '@novalex/core'
import { computed } from 'vue'
import { text } from '@/locale/catalogue.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import ReachFields from '@/components/ReachFields.vue'
import ReachFound from '@/mechanics/shared/ReachFound.vue'

const { draft, patch } = usePromotion()
const words = text.promotion.reach
const reach = computed<Reach>(() => ('reach' in draft.value.mechanic ? draft.value.mechanic.reach : {}))

function set(next: Reach): void {
  const { mechanic } = draft.value
  if ('reach' in mechanic) patch({ mechanic: { ...mechanic, reach: next } })
}
</script>

<template>
  <fieldset class="editor">
    <legend class="visually-hidden">{{ words.legend }}</legend>
    <p class="quiet">{{ words.both }}</p>
    <ReachFields :reach="reach" path="mechanic.reach" @change="set" />
    <ReachFound :index="0" />
  </fieldset>
</template>
