<script setup lang="ts">
import type { FindingAnswer } from '@novalex/contract'
import { computed } from 'vue'
import { findingText } from '@/locale/catalogue.ts'

/** That something about a promotion deserves a look, and how much; a way to it. */
const { findings, promotion } = defineProps<{ findings: readonly FindingAnswer[]; promotion: string }>()
const isStop = computed(() => findings.some(({ severity }) => severity === 'blocker'))
</script>

<template>
  <router-link
    v-if="findings.length > 0"
    :to="{ path: '/findings', query: { promotion } }"
    class="mark"
    :class="{ wrong: isStop }"
    :title="findingText.number(findings.length)"
    :aria-label="findingText.number(findings.length)"
    >▲ {{ findings.length }}</router-link
  >
</template>

<style scoped>
.mark {
  font-size: 12.5px;
  margin-left: 6px;
  text-decoration: none;
  white-space: nowrap;
}

.mark:not(.wrong) {
  color: var(--quiet);
}
</style>
