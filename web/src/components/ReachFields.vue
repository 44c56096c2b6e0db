<script setup lang="ts">
import type { Reach, ReachKeys } from '@novalex/core'
import { computed } from 'vue'
import CategoryChoice from './CategoryChoice.vue'
import LabelChoice from './LabelChoice.vue'
import PasteSkus from './PasteSkus.vue'
import ProductChoice from './ProductChoice.vue'
import TypedField from './TypedField.vue'
import { text, explainProblem } from '@/locale/catalogue.ts'
import { useNames } from '@/stores/names.ts'
import { useFields } from './fields.ts'
import { useEdited } from '@/composables/useEdited.ts'

/** Editor of a reach: products must match every filled-in line. */
const { reach, path } = defineProps<{
  reach: Reach
  path: string
  /** A set's own filter names no other set. */
  withoutSets?: boolean
}>()
const emit = defineEmits<{ change: [reach: Reach] }>()

const { problemsAt } = useFields()
const { latest, change } = useEdited<Reach>(
  () => reach,
  (next) => {
    emit('change', next)
  },
)
const words = text.promotion.reach

/** Empty keys are left out: `{}` is everything. */
function setReach(next: Reach): void {
  change(dropEmpty(next))
}

function dropEmpty<T extends ReachKeys>(keys: T): T {
  const filled = Object.entries(keys).filter(([, value]: [string, unknown]) =>
    Array.isArray(value) ? value.length > 0 : value !== undefined && Object.keys(value as object).length > 0,
  )
  return Object.fromEntries(filled) as T
}

const list = (key: 'categories' | 'skus' | 'sets' | 'tags' | 'families') =>
  computed<string[]>({
    get: () => [...(reach[key] ?? [])],
    set: (ids) => {
      setReach({ ...latest(), [key]: ids })
    },
  })
const except = (key: 'categories' | 'skus' | 'sets') =>
  computed<string[]>({
    get: () => [...(reach.except?.[key] ?? [])],
    set: (ids) => {
      setReach({ ...latest(), except: dropEmpty({ ...latest().except, [key]: ids }) })
    },
  })
const limit = (key: 'from' | 'below') =>
  computed<number | null>({
    get: () => reach.regularPrice?.[key] ?? null,
    set: (amount) => {
      const { [key]: _old, ...rest } = latest().regularPrice ?? {}
      setReach({ ...latest(), regularPrice: amount === null ? rest : { ...rest, [key]: amount } })
    },
  })
const categories = list('categories')
const skus = list('skus')
const sets = list('sets')
const names = useNames()
const setItems = computed(() => names.sets.map(({ set }) => ({ value: set.id, title: set.name })))
const tags = list('tags')
const families = list('families')
const exceptCategories = except('categories')
const exceptSkus = except('skus')
const exceptSets = except('sets')
const from = limit('from')
const below = limit('below')

const errors = (key: string) => problemsAt(`${path}.${key}`).map(explainProblem)
</script>

<template>
  <div class="editor">
    <CategoryChoice v-model="categories" multiple :label="words.categories" :error-messages="errors('categories')" />
    <ProductChoice v-model="skus" :label="words.skus" :error-messages="errors('skus')" />
    <PasteSkus @add="(more) => (skus = [...new Set([...skus, ...more])])" />
    <v-autocomplete
      v-if="!withoutSets && (setItems.length > 0 || sets.length > 0)"
      v-model="sets"
      multiple
      clear-on-select
      chips
      closable-chips
      hide-details="auto"
      :items="setItems"
      :label="words.sets"
      :error-messages="errors('sets')"
    />
    <div class="pair">
      <LabelChoice v-model="tags" of="tags" :label="words.tags" :error-messages="errors('tags')" />
      <LabelChoice v-model="families" of="families" :label="words.families" :error-messages="errors('families')" />
    </div>
    <div class="pair">
      <TypedField v-model="from" kind="money" optional :path="`${path}.regularPrice.from`" :label="words.priceFrom" />
      <TypedField
        v-model="below"
        kind="money"
        optional
        :path="`${path}.regularPrice.below`"
        :label="words.priceBelow"
      />
    </div>
    <CategoryChoice
      v-model="exceptCategories"
      multiple
      clear-on-select
      :label="words.except"
      :error-messages="errors('except.categories')"
    />
    <ProductChoice v-model="exceptSkus" :label="words.exceptSkus" :error-messages="errors('except.skus')" />
    <v-autocomplete
      v-if="!withoutSets && (setItems.length > 0 || exceptSets.length > 0)"
      v-model="exceptSets"
      multiple
      clear-on-select
      chips
      closable-chips
      hide-details="auto"
      :items="setItems"
      :label="words.exceptSets"
      :error-messages="errors('except.sets')"
    />
  </div>
</template>
