<script setup lang="ts">
import type { ReachQuestion } from '@novalex/contract'
import { phaseOf, type MechanicKind, type Reach } from '@novalex/core'
import { computed, onMounted, shallowRef, useTemplateRef } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import ProductChoice from '@/components/ProductChoice.vue'
import ReachFields from '@/components/ReachFields.vue'
import { createFields, provideFields } from '@/components/fields.ts'
import { useReach } from '@/draft/useReach.ts'
import { offerText, counted, describeReach } from '@/locale/catalogue.ts'
import { isEverything } from '@novalex/words'
import { wordsOf } from '@/mechanics/words.ts'
import { useNames } from '@/stores/names.ts'
import type { Wanted } from './createNewDraft.ts'

/** On what a new promotion is: the first question, so that none begins on everything unless that is chosen. */
const { title, kind } = defineProps<{ title: string; kind: MechanicKind }>()
const emit = defineEmits<{ back: []; chosen: [chosen: Pick<Wanted, 'reach' | 'sample' | 'name'>] }>()

const words = offerText.firstReach
const names = useNames()
const form = useTemplateRef('form')
// The clicked card is gone, and with it the focus.
onMounted(() => form.value?.querySelector('input')?.focus())
const reach = shallowRef<Reach>({})
const fields = createFields(shallowRef([]))
provideFields(fields)
/** New regular prices are for products that are named: each begins with its own. */
const isByProduct = phaseOf({ kind }) === 0
const skus = computed<string[]>({
  get: () => [...(reach.value.skus ?? [])],
  set: (next) => {
    reach.value = next.length > 0 ? { skus: next } : {}
  },
})
const asking = (over: Reach): ReachQuestion => ({
  mechanic: { kind: 'markdown', reach: over, value: { percent: 1000 } },
  when: null,
})
const found = useReach(() => (isEverything(reach.value) ? null : asking(reach.value)))
const all = useAnswer('getReach', () => ({ body: asking({}) }))
const total = computed(() => all.data.value?.reaches[0]?.products ?? 0)
const listed = useAnswer('lookUpProducts', () =>
  isByProduct && skus.value.length > 0 ? { body: { skus: skus.value } } : null,
)
const count = computed(() => (isEverything(reach.value) ? 0 : (found.value?.reaches[0]?.products ?? 0)))
const isReady = computed(
  () =>
    !isEverything(reach.value) &&
    fields.typed.size === 0 &&
    (!isByProduct || listed.data.value?.length === skus.value.length),
)

function go(chosen: Reach): void {
  const sample = isByProduct
    ? (listed.data.value ?? [])
    : isEverything(chosen)
      ? (all.data.value?.reaches[0]?.sample ?? [])
      : (found.value?.reaches[0]?.sample ?? [])
  const name = isEverything(chosen) ? wordsOf({ kind }).newName : `${title}: ${describeReach(chosen, names.names)}`
  emit('chosen', { reach: chosen, sample: sample.toSorted((a, b) => a.regularPrice - b.regularPrice), name })
}
</script>

<template>
  <form ref="form" class="first" @submit.prevent="isReady && go(reach)">
    <h2>{{ words.title(title) }}</h2>
    <template v-if="isByProduct">
      <p class="quiet">
        {{ words.byProduct }} <RouterLink to="/products" class="as-link">{{ words.many }}</RouterLink>
      </p>
      <ProductChoice v-model="skus" :label="words.products" />
    </template>
    <ReachFields v-else :reach="reach" path="reach" @change="(next) => (reach = next)" />
    <p role="status" :class="{ wrong: isReady && count === 0 && found }">
      {{ isEverything(reach) ? words.none : counted.product(count) }}
    </p>
    <div class="acts">
      <v-btn variant="text" @click="emit('back')">{{ words.back }}</v-btn>
      <v-btn v-if="!isByProduct" :disabled="total === 0" @click="go({})">{{ words.all(total) }}</v-btn>
      <v-btn type="submit" variant="flat" :disabled="!isReady">{{ words.go }}</v-btn>
    </div>
  </form>
</template>

<style scoped>
.first {
  display: grid;
  gap: 12px;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  justify-content: flex-end;
}
</style>
