<script setup lang="ts">
import { computed, ref } from 'vue'
import { text } from '@/locale/catalogue.ts'
import type { SectionKey } from '@/draft/sectionOfPart.ts'
import { problemsOf, sectionsOf } from './sections.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useSectionSummary } from './useSectionSummary.ts'

const { draft, problemsAt } = usePromotion()
const store = useStoreInfo()
const hasPartners = computed(() => store.partners.length > 0 || (draft.value.partners ?? []).length > 0)
const sections = computed(() => sectionsOf(draft.value.mechanic, hasPartners.value))
const summary = useSectionSummary()
const open = ref<SectionKey | null>('what')

function toggle(key: SectionKey): void {
  open.value = open.value === key ? null : key
}
</script>

<template>
  <dl class="sections">
    <div
      v-for="section in sections"
      :key="section.key"
      class="section"
      :class="{ faulty: problemsOf(section, problemsAt).length > 0 }"
    >
      <dt>
        <button type="button" :aria-expanded="open === section.key" @click="toggle(section.key)">
          {{ text.promotion.sections[section.key] }}
        </button>
      </dt>
      <dd>
        <button v-if="open !== section.key" type="button" tabindex="-1" class="summary" @click="toggle(section.key)">
          {{ summary[section.key] }}
        </button>
        <component :is="section.editor" v-else />
      </dd>
    </div>
  </dl>
</template>

<style scoped>
.section {
  border-top: 1px solid var(--line);
  display: grid;
  gap: 10px;
  grid-template-columns: 118px minmax(0, 1fr);
  padding: 8px 0;
}

.section:last-child {
  border-bottom: 1px solid var(--line);
}

dt button {
  background: none;
  border: 0;
  color: var(--quiet);
  cursor: pointer;
  font: inherit;
  padding: 2px 0;
  text-align: left;
}

dt button[aria-expanded='true'] {
  color: var(--ink);
  font-weight: 650;
}

.faulty dt button {
  color: var(--wrong);
}

.summary {
  background: none;
  border: 0;
  color: inherit;
  cursor: pointer;
  font: inherit;
  overflow-wrap: anywhere;
  padding: 2px 0;
  text-align: left;
  width: 100%;
}

.summary:hover {
  text-decoration: underline;
  text-decoration-color: var(--moment);
  text-underline-offset: 3px;
}
</style>
