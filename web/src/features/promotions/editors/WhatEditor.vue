<script setup lang="ts">
import { compileCatalogue, convertPromotion, definitionOf, type MechanicKind } from '@novalex/core'
import { computed, ref } from 'vue'
import { offerText, joinWords } from '@/locale/catalogue.ts'
import { KINDS, wordsOf } from '@/mechanics/words.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import { FIELDS } from '@/mechanics/fields.ts'
import LadderEditor from './LadderEditor.vue'
import OfferExample from './OfferExample.vue'

const { draft, reach, patch, forget } = usePromotion()
const store = useStoreInfo()
const names = useNames()
const mechanic = computed(() => draft.value.mechanic)
const dropped = ref('')
const items = KINDS.map((kind) => {
  const { title, example } = wordsOf({ kind })
  return { value: kind, title, props: { subtitle: example } }
})
const ladderUse = computed(() => definitionOf(mechanic.value).ladderUse(mechanic.value))
const hasLadder = computed(() => ladderUse.value === 'needed' || ladderUse.value === 'possible')

function setKind(kind: MechanicKind): void {
  if (kind === mechanic.value.kind) return
  forget('mechanic')
  forget('ladder')
  const surroundings = {
    store: store.settings,
    // Some of its products, for prices to begin with.
    catalogue: compileCatalogue({
      products: reach.value?.reaches[0]?.sample ?? [],
      categories: names.categories,
      sets: [],
    }),
  }
  const converted = convertPromotion(draft.value, kind, surroundings)
  const lost = converted.dropped.map((field) => offerText.droppedFields[field])
  dropped.value = lost.length > 0 ? offerText.dropped(joinWords(lost)) : ''
  // An absent stack group must be taken out of the draft, too.
  patch({ ...converted.promotion, stacking: converted.promotion.stacking })
}
</script>

<template>
  <fieldset class="editor">
    <legend class="visually-hidden">{{ offerText.kind }}</legend>
    <v-select :model-value="mechanic.kind" :items="items" :label="offerText.kind" @update:model-value="setKind" />
    <p v-if="dropped" class="wrong" role="status">{{ dropped }}</p>
    <component :is="FIELDS[mechanic.kind].fields" />
    <LadderEditor
      v-if="hasLadder || draft.ladder"
      :kinds="FIELDS[mechanic.kind].rungKinds"
      :is-required="ladderUse === 'needed'"
    />
    <OfferExample />
  </fieldset>
</template>
