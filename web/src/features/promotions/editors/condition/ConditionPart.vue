<script setup lang="ts">
import type { Condition, ConditionTest } from '@novalex/core'
import { computed } from 'vue'
import { offerText, describeCondition } from '@/locale/catalogue.ts'
import { useNames } from '@/stores/names.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import TestFields from '@/conditions/TestFields.vue'

/** One part of a condition in its words; a test opens to its fields, a group shows its own parts. */
const { condition, path } = defineProps<{
  condition: Condition
  path: string
  isOpen: boolean
}>()
const emit = defineEmits<{ toggle: []; change: [condition: Condition | null] }>()
/** For a group of conditions inside this one. */
defineSlots<{
  default(inner: { condition: Condition; path: string; change: (next: Condition | null) => void }): unknown
}>()

const { problemsAt } = usePromotion()
const names = useNames()
const words = offerText.condition
const isNegated = computed(() => 'not' in condition)
const inner = computed(() => ('not' in condition ? condition.not : condition))
const innerPath = computed(() => (isNegated.value ? `${path}.not` : path))
const isGroup = computed(() => 'all' in inner.value || 'any' in inner.value)
const isFaulty = computed(() => problemsAt(path).length > 0)

function change(next: Condition | null): void {
  emit('change', next !== null && isNegated.value ? { not: next } : next)
}
</script>

<template>
  <div class="part">
    <div class="head">
      <template v-if="isGroup">
        <strong v-if="isNegated">{{ words.not }}</strong>
      </template>
      <button
        v-else
        type="button"
        class="as-link words"
        :class="{ wrong: isFaulty }"
        :aria-expanded="isOpen"
        @click="$emit('toggle')"
      >
        {{ describeCondition(condition, names.names) }}
      </button>
      <span class="acts">
        <button
          type="button"
          class="as-link"
          :aria-pressed="isNegated"
          @click="$emit('change', 'not' in condition ? condition.not : { not: condition })"
        >
          {{ words.negate }}
        </button>
        <button type="button" class="as-link" @click="$emit('change', null)">{{ words.remove }}</button>
      </span>
    </div>
    <slot v-if="isGroup" :condition="inner" :path="innerPath" :change="change" />
    <TestFields v-else-if="isOpen" :test="inner as ConditionTest" :path="innerPath" @change="change" />
  </div>
</template>

<style scoped>
.part {
  display: grid;
  gap: 6px;
}

.head {
  align-items: baseline;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
}

.words {
  color: inherit;
  font-weight: 600;
}

.acts {
  display: flex;
  font-size: 12.5px;
  gap: 10px;
  margin-left: auto;
}
</style>
