<script setup lang="ts">
import { phaseOf } from '@novalex/core'
import { computed } from 'vue'
import { text } from '@/locale/catalogue.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import CodeFields from './CodeFields.vue'
import ConditionEditor from './condition/ConditionEditor.vue'

/** For whom, and when in the cart; sale prices can't look at the cart and need no code. */
const { draft, patch } = usePromotion()
const phase = computed(() => phaseOf(draft.value.mechanic))
</script>

<template>
  <fieldset class="editor">
    <legend class="visually-hidden">{{ text.promotion.shopper.legend }}</legend>
    <ConditionEditor :condition="draft.when" :may-ask-cart="phase > 1" @change="(when) => patch({ when })" />
    <CodeFields v-if="phase > 1 || draft.code" />
  </fieldset>
</template>
