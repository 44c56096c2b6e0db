<script setup lang="ts">
import type { FindingAnswer } from '@novalex/contract'
import { ref } from 'vue'
import { findingText as words } from '@/locale/catalogue.ts'
import FindingItem from './FindingItem.vue'

/** A reading list of findings, the first of many. */
const { findings, names } = defineProps<{
  findings: readonly FindingAnswer[]
  names: Readonly<Record<string, string>>
}>()
const PAGE = 30
const shown = ref(PAGE)
</script>

<template>
  <div>
    <ol class="list">
      <li v-for="finding in findings.slice(0, shown)" :key="finding.id">
        <FindingItem :finding="finding" :names="names" />
      </li>
    </ol>
    <button v-if="findings.length > shown" type="button" class="as-link" @click="shown += PAGE">
      {{ words.more(findings.length - shown) }}
    </button>
  </div>
</template>

<style scoped>
.list {
  list-style: none;
  padding: 0;
}

li {
  border-bottom: 1px solid var(--line);
  padding: 12px 0;
}
</style>
