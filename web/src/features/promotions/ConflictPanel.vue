<script setup lang="ts">
import type { PromotionDraft } from '@novalex/contract'
import { describePromotion, type SentencePart } from '@novalex/core'
import { computed, ref, watch } from 'vue'
import { text, describePart } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { mergeDrafts, proposeMerge, toDraft, toPromotion } from '@/draft/toDraft.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'

type Whose = 'mine' | 'theirs'

/** Someone else saved, or deleted, this promotion while it was being edited here. */
const { loaded, draft, record, settle, bringBack } = usePromotion()
const conflict = computed(() => (loaded.value.state === 'conflict' ? loaded.value.present : null))
const isGone = computed(() => loaded.value.state === 'gone')
const store = useStoreInfo()
const names = useNames()
const words = text.promotion
const choices = ref<ReadonlyMap<string, Whose>>(new Map())

const theirs = computed(() => (conflict.value ? toDraft(conflict.value) : null))
watch(
  [theirs, draft],
  () => {
    if (theirs.value) choices.value = proposeMerge(toDraft(record.value), draft.value, theirs.value)
  },
  { immediate: true },
)

const sentence = computed(() => {
  const { updatedAt, updatedBy } = conflict.value!
  return words.conflictText(updatedBy, formatInstant(Date.parse(updatedAt), { zone: store.zone, year: false }))
})

const PARTS: Readonly<Record<string, readonly SentencePart['part'][]>> = {
  schedule: ['start', 'end', 'weekly'],
  when: ['shopper'],
  code: ['code'],
  stacking: ['stacking'],
  limits: ['limits'],
  ladder: ['steps'],
}
const OTHER_PARTS = new Set(Object.values(PARTS).flat())

/** A field of one version in the words of its sentence. */
function sayOf(version: PromotionDraft, field: string): string {
  if (field === 'state') return text.promotion.stateNames[version.state]
  if (field === 'name' || field === 'note') return version[field] || text.common.none
  if (field === 'campaign') return version.campaign === null ? words.noCampaign : words.anotherCampaign
  const parts = describePromotion(toPromotion(record.value, version), store.settings)
  const own = parts.filter(({ part }) => (PARTS[field] ? PARTS[field].includes(part) : !OTHER_PARTS.has(part)))
  return (
    own.map((part) => describePart(part, { kind: version.mechanic.kind, names: names.names })).join(', ') ||
    text.common.none
  )
}

function choose(field: string, whose: Whose): void {
  choices.value = new Map([...choices.value, [field, whose]])
}
</script>

<template>
  <section class="conflict" role="alert">
    <template v-if="isGone">
      <p>{{ words.gone }}</p>
      <v-btn size="small" variant="flat" @click="bringBack">{{ words.bringBack }}</v-btn>
    </template>
    <template v-else-if="theirs">
      <h2>{{ words.conflictTitle }}</h2>
      <p>{{ sentence }}</p>
      <table class="printed">
        <thead>
          <tr>
            <th>{{ words.differs }}</th>
            <th>{{ words.mineTitle }}</th>
            <th>{{ words.other }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="[field, whose] in choices" :key="field">
            <th scope="row">{{ words.fields[field] ?? field }}</th>
            <td v-for="side in ['mine', 'theirs'] as const" :key="side">
              <label>
                <input type="radio" :name="field" :checked="whose === side" @change="choose(field, side)" />
                {{ sayOf(side === 'mine' ? draft : theirs, field) }}
              </label>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="choices">
        <v-btn size="small" variant="flat" @click="settle(mergeDrafts(draft, theirs, choices))">{{
          words.mergeSo
        }}</v-btn>
        <v-btn size="small" @click="settle(draft)">{{ words.mine }}</v-btn>
        <v-btn size="small" @click="settle(theirs)">{{ words.theirs }}</v-btn>
      </p>
    </template>
  </section>
</template>

<style scoped>
.conflict {
  border-left: 3px solid var(--wrong);
  display: grid;
  gap: 6px;
  margin: 14px 0;
  padding: 4px 14px;
}

.choices {
  display: flex;
  gap: 8px;
}

label {
  cursor: pointer;
}
</style>
