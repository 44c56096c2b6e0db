<script setup lang="ts">
import type { SetDraft, SetRecord } from '@novalex/contract'
import type { Reach } from '@novalex/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import FormDialog from '@/components/FormDialog.vue'
import PasteSkus from '@/components/PasteSkus.vue'
import ProductChoice from '@/components/ProductChoice.vue'
import ReachFields from '@/components/ReachFields.vue'
import { refDebounced } from '@vueuse/core'
import { planningText, counted } from '@/locale/catalogue.ts'
import { useRecordDialog } from '@/features/namedRecords/useRecordDialog.ts'

/** A product set to be changed, or a new one. */
const { set } = defineProps<{ set: SetRecord | null }>()
const emit = defineEmits<{ close: [] }>()

const TYPING_MS = 200
const words = planningText.sets
const kind = ref<'skus' | 'filter'>(set ? ('skus' in set.content ? 'skus' : 'filter') : 'skus')
const skus = ref<string[]>(set && 'skus' in set.content ? [...set.content.skus] : [])
const reach = shallowRef<Reach>(set && 'filter' in set.content ? set.content.filter : {})
const content = computed<SetDraft['content']>(() =>
  kind.value === 'skus' ? { skus: skus.value } : { filter: reach.value },
)

/** Current content. An empty selection holds nothing; an empty filter holds everything. */
const asked = refDebounced(content, TYPING_MS)
const isNothing = computed(() => 'skus' in asked.value && asked.value.skus.length === 0)
const { data: reached } = useAnswer('getReach', () => {
  if (isNothing.value) return null
  const reach = 'skus' in asked.value ? { skus: [...asked.value.skus] } : asked.value.filter
  return { body: { mechanic: { kind: 'item-discount' as const, reach, value: { percent: 1000 } } } }
})
const found = computed(() => (isNothing.value ? { products: 0, sample: [] } : reached.value?.reaches[0]))

const { isOpen, name, refusal, errors, save, close, forget } = useRecordDialog({
  known: set?.name ?? null,
  keep: (name) => {
    const draft = { name, content: content.value }
    return set
      ? call('updateSet', { params: { id: set.id }, body: { ...draft, version: set.version } })
      : call('createSet', { body: draft })
  },
  saved: words.saved,
  onClosed: () => {
    if (!set) {
      skus.value = []
      reach.value = {}
    }
    emit('close')
  },
})
watch(kind, () => {
  forget('content')
})
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="set ? set.name : words.add"
    :save="words.save"
    :width="620"
    :incomplete="name.trim() === ''"
    :refusal="refusal"
    @keep="save"
    @left="close"
  >
    <template v-if="set === null" #activator="{ props }">
      <v-btn v-bind="props" variant="flat">{{ words.add }}</v-btn>
    </template>
    <v-text-field v-model="name" :label="words.name" maxlength="120" :error-messages="errors('name')" />
    <v-radio-group v-model="kind" :label="words.kind" hide-details>
      <v-radio value="skus" :label="words.kinds.skus" />
      <v-radio value="filter" :label="words.kinds.filter" />
    </v-radio-group>
    <template v-if="kind === 'skus'">
      <ProductChoice v-model="skus" :label="words.products" :error-messages="errors('content.skus')" />
      <div><PasteSkus @add="(more) => (skus = [...new Set([...skus, ...more])])" /></div>
    </template>
    <ReachFields v-else :reach="reach" path="content.filter" without-sets @change="(next) => (reach = next)" />
    <p v-if="found" role="status" :class="{ quiet: found.products === 0 }">
      <strong>{{ counted.product(found.products) }}</strong>
      <template v-if="found.products > 0">: {{ found.sample.map((one) => one.name).join(' … ') }}</template>
    </p>
  </FormDialog>
</template>
