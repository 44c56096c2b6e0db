<script setup lang="ts">
import type { Reach, ReachKeys } from '@novalex/core'
import { computed } from 'vue'
import CategoryChoice from '@/components/CategoryChoice.vue'
import ProductChoice from '@/components/ProductChoice.vue'
import TypedField from '@/components/TypedField.vue'
import { text } from '@/locale/en.ts'
import { plural } from '@/locale/format.ts'
import { explainProblem } from '@/locale/problems.ts'
import { usePromotion } from '../usePromotionDraft.ts'
import { useReach } from '../useReach.ts'

const { draft, patch, problemsAt } = usePromotion()
const words = text.promotion.reach
const reach = computed(() => draft.value!.mechanic.reach)
const { data } = useReach(() => draft.value!.mechanic)

/** Empty keys are left out: `{}` is everything. */
function setReach(next: Reach): void {
  patch({ mechanic: { ...draft.value!.mechanic, reach: dropEmpty(next) } })
}

function dropEmpty<T extends ReachKeys>(keys: T): T {
  const filled = Object.entries(keys).filter(([, value]: [string, unknown]) =>
    Array.isArray(value) ? value.length > 0 : value !== undefined && Object.keys(value as object).length > 0,
  )
  return Object.fromEntries(filled) as T
}

const list = (key: 'categories' | 'skus' | 'tags' | 'families') =>
  computed<string[]>({
    get: () => [...(reach.value[key] ?? [])],
    set: (ids) => {
      setReach({ ...reach.value, [key]: ids })
    },
  })
const except = (key: 'categories' | 'skus') =>
  computed<string[]>({
    get: () => [...(reach.value.except?.[key] ?? [])],
    set: (ids) => {
      setReach({ ...reach.value, except: dropEmpty({ ...reach.value.except, [key]: ids }) })
    },
  })
const limit = (key: 'from' | 'below') =>
  computed<number | null>({
    get: () => reach.value.regularPrice?.[key] ?? null,
    set: (amount) => {
      const { [key]: _old, ...rest } = reach.value.regularPrice ?? {}
      setReach({ ...reach.value, regularPrice: amount === null ? rest : { ...rest, [key]: amount } })
    },
  })
const categories = list('categories')
const skus = list('skus')
const tags = list('tags')
const families = list('families')
const exceptCategories = except('categories')
const exceptSkus = except('skus')
const from = limit('from')
const below = limit('below')

const errors = (path: string) => problemsAt(path).map(explainProblem)
</script>

<template>
  <fieldset class="editor">
    <legend class="visually-hidden">{{ words.legend }}</legend>
    <p class="quiet">{{ words.both }}</p>
    <CategoryChoice
      v-model="categories"
      multiple
      :label="words.categories"
      :error-messages="errors('mechanic.reach.categories')"
    />
    <ProductChoice v-model="skus" :label="words.skus" :error-messages="errors('mechanic.reach.skus')" />
    <div class="pair">
      <v-combobox
        v-model="tags"
        multiple
        chips
        closable-chips
        hide-details="auto"
        :label="words.tags"
        :error-messages="errors('mechanic.reach.tags')"
      />
      <v-combobox
        v-model="families"
        multiple
        chips
        closable-chips
        hide-details="auto"
        :label="words.families"
        :error-messages="errors('mechanic.reach.families')"
      />
    </div>
    <div class="pair">
      <TypedField
        v-model="from"
        kind="money"
        optional
        path="mechanic.reach.regularPrice.from"
        :label="words.priceFrom"
      />
      <TypedField
        v-model="below"
        kind="money"
        optional
        path="mechanic.reach.regularPrice.below"
        :label="words.priceBelow"
      />
    </div>
    <CategoryChoice
      v-model="exceptCategories"
      multiple
      :label="words.except"
      :error-messages="errors('mechanic.reach.except.categories')"
    />
    <ProductChoice
      v-model="exceptSkus"
      :label="words.exceptSkus"
      :error-messages="errors('mechanic.reach.except.skus')"
    />
    <p v-if="data" role="status" :class="{ wrong: data.products === 0 }">
      <strong>{{ plural(data.products, 'product') }}</strong>
      <template v-if="data.products > 0">: {{ data.sample.map(({ name }) => name).join(' … ') }}</template>
    </p>
  </fieldset>
</template>
