<script setup lang="ts">
import type { PromotionStatus } from '@novalex/core'
import { computed } from 'vue'
import { useInShop } from '@/stores/inShop.ts'

/** A word and a mark: hollow, half, full, two bars, crossed, struck. What the shop has not yet is never full. */
const { status, promotion } = defineProps<{ status: PromotionStatus; promotion: string }>()
const inShop = useInShop()
const mark = computed(() => {
  if (inShop.reachedOf(promotion, status) !== null) return 'ended'
  return status === 'running' && inShop.missing.has(promotion) ? 'scheduled' : status
})
</script>

<template>
  <span class="state">
    <svg viewBox="0 0 14 14" width="14" height="14" aria-hidden="true">
      <circle cx="7" cy="7" r="5.2" fill="none" stroke="currentColor" stroke-width="1.4" />
      <circle v-if="mark === 'running'" cx="7" cy="7" r="5.2" fill="currentColor" />
      <path v-else-if="mark === 'scheduled'" d="M7 1.8a5.2 5.2 0 0 0 0 10.4z" fill="currentColor" />
      <path v-else-if="mark === 'paused'" d="M5.4 4.4v5.2M8.6 4.4v5.2" stroke="currentColor" stroke-width="1.5" />
      <path
        v-else-if="mark === 'stopped'"
        d="M4.4 4.4l5.2 5.2M9.6 4.4L4.4 9.6"
        stroke="currentColor"
        stroke-width="1.4"
      />
      <path v-else-if="mark === 'ended'" d="M0 7h14" stroke="currentColor" stroke-width="1.4" />
    </svg>
    {{ inShop.describe(promotion, status) }}
  </span>
</template>

<style scoped>
.state {
  align-items: first baseline;
  display: inline-flex;
  gap: 6px;
}

svg {
  color: var(--act);
  flex: none;
  position: relative;
  top: 2px;
}
</style>
