<script setup lang="ts">
import { usePageTitle } from '@/composables/usePageTitle.ts'
import { useEventListener } from '@vueuse/core'
import { computed, onMounted } from 'vue'
import { onBeforeRouteLeave } from 'vue-router'
import { useNamesFirst } from '@/composables/useNamesFirst.ts'
import LoadError from '@/components/LoadError.vue'
import SalesPanel from '@/features/selling/SalesPanel.vue'
import TillPanel from '@/features/till/TillPanel.vue'
import { text } from '@/locale/catalogue.ts'
import ConflictPanel from './ConflictPanel.vue'
import PromotionHead from './PromotionHead.vue'
import PromotionSections from './PromotionSections.vue'
import SentenceView from './SentenceView.vue'
import { providePromotion, usePromotionDraft } from '@/draft/usePromotionDraft.ts'

const LEAVE_TIMEOUT_MS = 1500

const { id } = defineProps<{ id: string }>()
const editing = usePromotionDraft(id)
providePromotion(editing)
const { loaded, draft, loadError, isRestored, undo, redo } = editing
const isNamed = useNamesFirst(() => (loaded.value ? [loaded.value.record.promotion] : undefined))
const isInConflict = computed(() => loaded.value?.state === 'conflict' || loaded.value?.state === 'gone')

function onKey(event: KeyboardEvent): void {
  const key = event.key.toLowerCase()
  if (!(event.ctrlKey || event.metaKey) || (key !== 'z' && key !== 'y')) return
  event.preventDefault()
  if (key === 'y' || event.shiftKey) redo()
  else undo()
}

useEventListener(window, 'keydown', onKey)
onMounted(() => editing.load())
usePageTitle(() => draft.value?.name)
// Leaving waits for the last edit, but not for ever: what is not saved then comes back with the page.
onBeforeRouteLeave(() =>
  Promise.race([editing.save(), new Promise<void>((resolve) => setTimeout(resolve, LEAVE_TIMEOUT_MS))]).then(
    () => undefined,
  ),
)
</script>

<template>
  <div class="two">
    <section class="page rule">
      <LoadError v-if="loadError" :of="[{ error: editing.loadError, refetch: editing.load }]" />
      <p v-else-if="!loaded || !isNamed" class="quiet">{{ text.common.loading }}</p>
      <template v-else>
        <PromotionHead />
        <p v-if="isRestored" class="saves" role="status">{{ text.promotion.restored }}</p>
        <ConflictPanel v-if="isInConflict" />
        <SentenceView />
        <PromotionSections />
        <SalesPanel />
      </template>
    </section>
    <TillPanel v-if="loaded" class="till" />
  </div>
</template>

<style scoped>
.two {
  align-items: stretch;
  display: grid;
  grid-template-columns: minmax(0, 1fr) clamp(310px, 29vw, 400px);
  min-height: calc(100vh - 44px);
}

.till {
  background: var(--desk);
  border-left: 1px solid var(--line);
}

/* The proof stays in sight while the rule is edited further down, and scrolls by itself. */
.till :deep(> *) {
  min-width: 0;
}

@media (min-height: 400px) {
  .till {
    align-self: start;
    height: calc(100vh - 44px);
    overflow: hidden auto;
    overscroll-behavior: contain;
    position: sticky;
    top: 44px;
  }
}
</style>
