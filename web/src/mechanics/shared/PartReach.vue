<script setup lang="ts">
import type { Reach } from '@novalex/core'
import { computed, ref } from 'vue'
import { describeReach } from '@/locale/catalogue.ts'
import { useNames } from '@/stores/names.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import ReachFields from '@/components/ReachFields.vue'
import ReachFound from './ReachFound.vue'

/** A reach inside another editor: its words, which open its fields. */
const { reach, path, index } = defineProps<{
  reach: Reach
  path: string
  label: string
  /** Its place among the mechanic's reaches; left out for a condition's. */
  index?: number
}>()
defineEmits<{ change: [reach: Reach] }>()

const names = useNames()
const { problemsAt } = usePromotion()
const isOpen = ref(false)
const words = computed(() => describeReach(reach, names.names))
const isFaulty = computed(() => problemsAt(path).length > 0)
</script>

<template>
  <div class="part">
    <button
      type="button"
      class="as-link"
      :class="{ wrong: isFaulty }"
      :aria-expanded="isOpen"
      @click="isOpen = !isOpen"
    >
      <span class="quiet">{{ label }}:</span> <strong>{{ words }}</strong> {{ isOpen ? '▴' : '▾' }}
    </button>
    <ReachFields v-if="isOpen" :reach="reach" :path="path" @change="(next) => $emit('change', next)" />
    <ReachFound v-if="index !== undefined" :index="index" />
  </div>
</template>

<style scoped>
.part {
  border-left: 2px solid var(--line);
  display: grid;
  font-size: 13.5px;
  gap: 6px;
  padding-left: 10px;
}
</style>
