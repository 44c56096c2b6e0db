<script setup lang="ts">
import {
  conditionOf,
  entriesOf,
  findTests,
  isAboutShopper,
  isOrderLine,
  phaseOf,
  type Display,
  type DisplayPlace,
} from '@novalex/core'
import { DISPLAY_LIMITS } from '@novalex/contract'
import { computed } from 'vue'
import { planningText, explainProblem } from '@/locale/catalogue.ts'
import { toPromotion } from '@/draft/toDraft.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import { suggestTexts } from './suggestTexts.ts'
import { useNames } from '@/stores/names.ts'
import DisplayPreview from './DisplayPreview.vue'

const { draft, record, patch, problemsAt } = usePromotion()
const words = planningText.display
/** Lists show the labels of shelf prices; a cart offer has no place there. */
const PLACES = computed(() =>
  entriesOf(words.placeNames).filter(([place]) => place !== 'list' || phaseOf(draft.value.mechanic) <= 1),
)
const display = computed<Display>(() => draft.value.display ?? {})
const names = useNames()
/** An empty text follows the offer. */
const suggested = computed(() => suggestTexts(toPromotion(record.value, draft.value), names.names))
const errors = (key: string) => problemsAt(`display.${key}`).map(explainProblem)
/** Whether the offer is for some shoppers, of whom everybody may know. */
const isForSome = computed(() =>
  findTests(draft.value.when).some((test) => isAboutShopper(test) && !conditionOf(test).isPersonal),
)
const hasSteps = computed(() => 'tiers' in draft.value.mechanic)
const isOfCart = computed(() => [2, 3].includes(phaseOf(draft.value.mechanic)))
/** Said only where the type would have it otherwise. */
function setAs(asLine: boolean): void {
  const isUsual = isOrderLine({ ...draft.value, display: { ...display.value, as: undefined } as Display }) === asLine
  set({ as: isUsual ? undefined : asLine ? 'line' : 'items' })
}
const isSale = computed(() => phaseOf(draft.value.mechanic) === 1)

/** Omits values that equal the default. */
function set(changes: { [K in keyof Display]?: Display[K] | undefined }): void {
  const next = Object.entries({ ...display.value, ...changes }).filter(
    // Whether it is listed is the one that is off unless said.
    ([key, value]) => value !== undefined && value !== '' && (key === 'listed' ? value === true : value !== true),
  )
  patch({ display: Object.fromEntries(next) as Display })
}

const places = computed({
  get: () => display.value.places ?? PLACES.value.map(([place]) => place),
  set: (chosen: readonly DisplayPlace[]) => {
    set({
      places: PLACES.value.every(([place]) => chosen.includes(place))
        ? undefined
        : PLACES.value.map(([place]) => place).filter((place) => chosen.includes(place)),
    })
  },
})
</script>

<template>
  <fieldset class="editor">
    <legend class="visually-hidden">{{ words.section }}</legend>
    <p class="quiet">{{ words.hint }}</p>
    <v-text-field
      :model-value="display.title ?? ''"
      :label="words.title"
      :hint="words.placesHint"
      :maxlength="DISPLAY_LIMITS.title"
      :error-messages="errors('title')"
      :placeholder="suggested.title"
      persistent-placeholder
      @update:model-value="(title: string) => set({ title })"
    >
      <template v-if="display.title" #append-inner>
        <button type="button" class="as-link" @click="set({ title: '' })">{{ words.reset }}</button>
      </template>
    </v-text-field>
    <v-textarea
      :model-value="display.description ?? ''"
      :label="words.description"
      rows="2"
      auto-grow
      :maxlength="DISPLAY_LIMITS.description"
      :error-messages="errors('description')"
      :placeholder="suggested.description"
      persistent-placeholder
      @update:model-value="(description: string) => set({ description })"
    >
      <template v-if="display.description" #append-inner>
        <button type="button" class="as-link" @click="set({ description: '' })">{{ words.reset }}</button>
      </template>
    </v-textarea>
    <v-text-field
      :model-value="display.label ?? ''"
      :label="words.label"
      :hint="words.labelHint"
      persistent-hint
      :maxlength="DISPLAY_LIMITS.label"
      :error-messages="errors('label')"
      :placeholder="suggested.label"
      persistent-placeholder
      @update:model-value="(label: string) => set({ label })"
    >
      <template v-if="display.label" #append-inner>
        <button type="button" class="as-link" @click="set({ label: '' })">{{ words.reset }}</button>
      </template>
    </v-text-field>
    <v-text-field
      v-if="isForSome || display.members"
      :model-value="display.members ?? ''"
      :label="words.members"
      :hint="isForSome ? words.membersHint : words.membersIdle"
      persistent-hint
      :maxlength="DISPLAY_LIMITS.members"
      :error-messages="errors('members')"
      @update:model-value="(members: string) => set({ members })"
    />
    <div class="switches">
      <span class="quiet">{{ words.places }}</span>
      <v-checkbox
        v-for="[place, title] in PLACES"
        :key="place"
        v-model="places"
        :value="place"
        :label="title"
        density="compact"
        hide-details
      />
    </div>
    <v-checkbox
      v-if="isOfCart"
      :model-value="isOrderLine(draft)"
      :label="words.asLine"
      density="compact"
      hide-details
      @update:model-value="(asLine) => setAs(asLine === true)"
    />
    <v-checkbox
      v-if="hasSteps"
      :model-value="display.breaks ?? true"
      :label="words.breaks"
      density="compact"
      hide-details
      @update:model-value="(breaks) => set({ breaks: breaks === false ? false : undefined })"
    />
    <v-checkbox
      v-if="!isSale && draft.code === null"
      :model-value="display.nudge ?? true"
      :label="words.nudge"
      density="compact"
      hide-details
      @update:model-value="(nudge) => set({ nudge: nudge === false ? false : undefined })"
    />
    <v-checkbox
      v-if="draft.code && 'text' in draft.code"
      :model-value="display.listed ?? false"
      :label="words.listed"
      density="compact"
      hide-details
      @update:model-value="(listed) => set({ listed: listed === true })"
    />
    <DisplayPreview />
  </fieldset>
</template>

<style scoped>
.as-link {
  white-space: nowrap;
}

.switches {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
}
</style>
