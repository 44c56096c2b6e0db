<script setup lang="ts">
import type { Weight } from '@novalex/core'
import { findingText } from '@/locale/enFindings.ts'

/** How grave a finding is, as a word. */
defineProps<{ weight: Weight }>()
</script>

<template>
  <strong class="mark" :class="weight">{{ findingText.weights[weight] }}</strong>
</template>

<style scoped>
.mark {
  border: 1px solid currentColor;
  border-radius: 2px;
  display: inline-block;
  font-size: 12px;
  line-height: 1.35;
  margin-right: 4px;
  min-width: 42px;
  padding: 0 5px;
  text-align: center;
}

.stop {
  color: var(--wrong);
}

.look {
  color: var(--act);
}

.hint {
  color: var(--quiet);
}
</style>
