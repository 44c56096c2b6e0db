<script setup lang="ts">
import { findTests, isAboutShopper, type Condition } from '@novalex/core'
import { computed } from 'vue'
import { text, offerText, explainProblem } from '@/locale/catalogue.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import ConditionGroup from './ConditionGroup.vue'

/** The whole condition as a tree that reads as a sentence. */
const { condition } = defineProps<{ condition: Condition | null; mayAskCart: boolean }>()
defineEmits<{ change: [condition: Condition | null] }>()

const { problemsAt } = usePromotion()
const asksWho = computed(() => findTests(condition).some((test) => isAboutShopper(test) && test.test !== 'signedIn'))
</script>

<template>
  <div class="condition">
    <p v-if="condition === null">{{ offerText.condition.anyone }}</p>
    <ConditionGroup
      :condition="condition"
      path="when"
      :may-ask-cart="mayAskCart"
      :can-nest="true"
      @change="(next) => $emit('change', next)"
    />
    <p v-for="problem in problemsAt('when')" :key="problem.path + problem.code" class="wrong">
      {{ explainProblem(problem) }}
    </p>
    <p v-if="asksWho" class="quiet">{{ text.promotion.shopper.guests }}</p>
  </div>
</template>

<style scoped>
.condition {
  display: grid;
  gap: 8px;
}
</style>
