<script setup lang="ts">
import { computed } from 'vue'
import { text } from '@/locale/en.ts'
import { formatInstant } from '@/locale/format.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { differingFields, toDraft } from './toDraft.ts'
import { usePromotion } from './usePromotionDraft.ts'

/** Somebody else saved, or deleted, this promotion while it was being edited here. */
const { conflict, isGone, draft, settle, bringBack } = usePromotion()
const store = useStoreInfo()
const words = text.promotion

const sentence = computed(() => {
  const { updatedAt, updatedBy } = conflict.value!
  return words.conflictText(updatedBy, formatInstant(Date.parse(updatedAt), { zone: store.zone, year: false }))
})
const fields = computed(() =>
  differingFields(draft.value!, toDraft(conflict.value!)).map((field) => words.fields[field] ?? field),
)
</script>

<template>
  <section class="conflict" role="alert">
    <template v-if="isGone">
      <p>{{ words.gone }}</p>
      <v-btn size="small" variant="flat" @click="bringBack">{{ words.bringBack }}</v-btn>
    </template>
    <template v-else>
      <h2>{{ words.conflictTitle }}</h2>
      <p>{{ sentence }}</p>
      <p>{{ words.differs }}: {{ fields.join(', ') }}.</p>
      <p class="choices">
        <v-btn size="small" variant="flat" @click="settle('mine')">{{ words.mine }}</v-btn>
        <v-btn size="small" @click="settle('theirs')">{{ words.theirs }}</v-btn>
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
</style>
