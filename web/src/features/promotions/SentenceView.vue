<script setup lang="ts">
import { describePromotion, type SentencePart, firstOf } from '@novalex/core'
import { computed } from 'vue'
import { writeSentence, text, explainProblem } from '@/locale/catalogue.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { sectionOfPart } from '@/draft/sectionOfPart.ts'
import { problemsOf, sectionsOf } from './sections.ts'
import { toPromotion } from '@/draft/toDraft.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'

const { draft, record, problemsAt } = usePromotion()
const store = useStoreInfo()
const names = useNames()

const pieces = computed(() => {
  const promotion = toPromotion(record.value, draft.value)
  const { kind } = promotion.mechanic
  return writeSentence(describePromotion(promotion, store.settings), { kind, names: names.names })
})
const sections = computed(() => sectionsOf(draft.value.mechanic, true))
/** The reach of a list of prices is edited with the list. */
const sectionOf = (part: SentencePart['part']) =>
  sections.value.find(({ key }) => key === sectionOfPart(part)) ?? firstOf(sections.value)
const faults = computed(() =>
  sections.value.flatMap((section) =>
    problemsOf(section, problemsAt).map((problem) => ({
      field: text.promotion.sections[section.key],
      sentence: explainProblem(problem),
    })),
  ),
)
</script>

<template>
  <p class="sentence heading" data-testid="sentence">
    <template v-for="(piece, index) in pieces" :key="index">
      <v-menu v-if="piece.part" max-width="600" :close-on-content-click="false">
        <template #activator="{ props }">
          <!-- A button would not break at the end of a line. -->
          <span
            v-bind="props"
            role="button"
            tabindex="0"
            :class="{ faulty: problemsOf(sectionOf(piece.part), problemsAt).length > 0 }"
            @keydown.enter.space.prevent="(event) => (event.currentTarget as HTMLElement).click()"
            >{{ piece.text }}</span
          >
        </template>
        <v-card border class="pop">
          <component :is="sectionOf(piece.part).editor" />
        </v-card>
      </v-menu>
      <template v-else>{{ piece.text }}</template>
    </template>
  </p>
  <ul v-if="faults.length > 0" class="faults wrong" role="alert">
    <li v-for="(fault, index) in faults" :key="index"><strong>{{ fault.field }}:</strong> {{ fault.sentence }}</li>
  </ul>
</template>

<style scoped>
.sentence {
  font-size: 20px;
  font-weight: 450;
  line-height: 1.6;
  margin: 14px 0 16px;
  overflow-wrap: anywhere;
}

.sentence [role='button'] {
  border-bottom: 2px solid color-mix(in srgb, var(--act) 45%, transparent);
  color: inherit;
  cursor: pointer;
  box-decoration-break: clone;
  font-weight: 680;
}

.sentence [role='button']:hover {
  border-bottom-color: var(--moment);
}

.sentence [role='button'][aria-expanded='true'] {
  background: var(--wash);
  border-bottom-color: var(--moment);
}

.sentence [role='button'].faulty {
  border-bottom-color: var(--wrong);
}

.pop {
  min-width: 420px;
  padding: 16px;
}

.faults {
  border-left: 3px solid var(--wrong);
  list-style: none;
  margin-bottom: 14px;
  padding: 2px 0 2px 12px;
}
</style>
