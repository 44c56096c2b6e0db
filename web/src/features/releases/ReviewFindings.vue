<script setup lang="ts">
import { computed } from 'vue'
import FindingList from '@/features/findings/FindingList.vue'
import { provideProofPlan } from '@/features/findings/proofPlan.ts'
import { findingText } from '@/locale/catalogue.ts'
import { followFindings } from '@/stores/findings.ts'

/** Findings of the next release; serious ones block it until they are fixed or set aside. */
const { again } = defineProps<{
  /** The older release that is restored, if one is. */
  again: number | null
}>()
const words = findingText.review
provideProofPlan(() => (again === null ? 'working' : String(again)))
const asked = followFindings(() => ({ release: again === null ? 'next' : String(again) }))
const isCurrent = computed(() => asked.data.value?.state === 'current')
const findings = computed(() => asked.data.value?.findings ?? [])
const stops = computed(() =>
  findings.value.filter(({ severity, setAside }) => severity === 'blocker' && setAside === null),
)
</script>

<template>
  <section v-if="asked.data.value" class="brings">
    <h2>{{ words.title }}<template v-if="isCurrent"> ({{ findings.length }})</template></h2>
    <p v-if="!isCurrent" class="quiet" role="status">{{ words.checking }}</p>
    <p v-else-if="findings.length === 0" class="saves">✓ {{ words.none }}</p>
    <p v-if="stops.length > 0 && isCurrent" class="wrong" role="alert">✕ {{ words.held(stops.length) }}</p>
    <FindingList :findings="findings" :names="asked.data.value.names" />
  </section>
</template>

<style scoped>
.brings {
  margin-top: 20px;
}
</style>
