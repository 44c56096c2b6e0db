<script setup lang="ts">
import type { FindingsAnswer } from '@novalex/contract'
import FindingList from '@/features/findings/FindingList.vue'
import { provideProofPlan } from '@/features/findings/proofPlan.ts'
import { findingText } from '@/locale/catalogue.ts'

/** Findings of the next release, each with its proof. */
const { plan } = defineProps<{
  /** What the release would make live: the working plan, an older release, or a choice. */
  plan: string
  answer: FindingsAnswer
  isCurrent: boolean
}>()
const words = findingText.review
provideProofPlan(() => plan)
</script>

<template>
  <section id="new-findings" class="brings">
    <h2>{{ words.title }}<template v-if="isCurrent"> ({{ answer.findings.length }})</template></h2>
    <p v-if="!isCurrent" class="quiet">{{ words.checking }}</p>
    <p v-else-if="answer.findings.length === 0" class="saves">✓ {{ words.none }}</p>
    <FindingList :findings="answer.findings" :names="answer.names" />
  </section>
</template>

<style scoped>
.brings {
  margin-top: 20px;
}
</style>
