<script setup lang="ts">
import type { Severity } from '@novalex/core'
import { findingText } from '@/locale/catalogue.ts'

/** How grave a finding is, as a word. */
defineProps<{ severity: Severity }>()
</script>

<template>
  <strong class="mark" :class="severity">{{ findingText.severities[severity] }}</strong>
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

.blocker {
  color: var(--wrong);
}

.warning {
  color: var(--act);
}

.info {
  color: var(--quiet);
}
</style>
