<script setup lang="ts">
import type { FindingAnswer } from '@novalex/contract'
import { computed } from 'vue'
import { call } from '@/api/call.ts'
import SeverityMark from '@/components/SeverityMark.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { findingText as words } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useFindings } from '@/stores/findings.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import FindingProof from './FindingProof.vue'
import { linksOf } from './linksOf.ts'
import SetAsideDialog from './SetAsideDialog.vue'

/** One finding: its sentence, what can be done about it, and its proof beside it. */
const { finding, names } = defineProps<{ finding: FindingAnswer; names: Readonly<Record<string, string>> }>()

const findings = useFindings()
const store = useStoreInfo()
const session = useSession()
const attempt = useAttempt()
const sentence = computed(() => findings.describe(finding, names))
const links = computed(() => linksOf(finding, names))
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone, year: false })
const takeUp = () =>
  attempt(async () => {
    await call('reopenFinding', { params: { id: finding.id } })
    await store.findings.now()
  })
</script>

<template>
  <article :data-kind="finding.kind">
    <div class="said">
      <p class="sentence"><SeverityMark :severity="finding.severity" /> {{ sentence }}</p>
      <p v-if="finding.setAside" class="quiet aside">
        {{ words.isAside(finding.setAside.by, when(finding.setAside.at)) }} {{ finding.setAside.why }}
      </p>
      <p class="acts">
        <router-link v-for="link in links" :key="link.to" :to="link.to">{{ link.title }}</router-link>
        <template v-if="session.may('planner')">
          <button v-if="finding.setAside" type="button" class="as-link" @click="takeUp">{{ words.takeUp }}</button>
          <SetAsideDialog v-else :id="finding.id" :sentence="sentence" />
        </template>
      </p>
    </div>
    <FindingProof :finding="finding" :names="names" />
  </article>
</template>

<style scoped>
article {
  align-items: start;
  display: grid;
  gap: 8px 28px;
  grid-template-columns: minmax(0, 1fr) 300px;
}

.sentence {
  max-width: 640px;
  overflow-wrap: anywhere;
}

.aside {
  margin-top: 4px;
  overflow-wrap: anywhere;
}

.acts {
  align-items: baseline;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 16px;
  margin-top: 6px;
}
</style>
