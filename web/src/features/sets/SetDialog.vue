<script setup lang="ts">
import type { SetDraft, SetRecord } from '@novalex/contract'
import type { Problem, Reach } from '@novalex/core'
import { computed, ref, shallowRef } from 'vue'
import { api } from '@/api/api.ts'
import { ApiError } from '@/api/http.ts'
import FormDialog from '@/components/FormDialog.vue'
import PasteSkus from '@/components/PasteSkus.vue'
import ProductChoice from '@/components/ProductChoice.vue'
import ReachFields from '@/components/ReachFields.vue'
import { createFields, provideFields } from '@/components/fields.ts'
import { useDebounced } from '@/composables/useDebounced.ts'
import { useLoad } from '@/composables/useLoad.ts'
import { planningText } from '@/locale/enPlanning.ts'
import { plural } from '@/locale/format.ts'
import { explainFailure, explainProblem } from '@/locale/problems.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** A product set to be changed, or a new one. */
const { set } = defineProps<{ set: SetRecord | null }>()
const emit = defineEmits<{ kept: []; close: [] }>()

const TYPING_MS = 200
const words = planningText.sets
const store = useStoreInfo()
const notice = useNotice()
const isOpen = ref(set !== null)
const name = ref(set?.name ?? '')
const kind = ref<'skus' | 'filter'>(set ? ('skus' in set.content ? 'skus' : 'filter') : 'skus')
const skus = ref<string[]>(set && 'skus' in set.content ? [...set.content.skus] : [])
const reach = shallowRef<Reach>(set && 'filter' in set.content ? set.content.filter : {})
const problems = shallowRef<readonly Problem[]>([])
const refusal = ref('')
const fields = createFields(problems)
provideFields(fields)
const errors = (path: string) => fields.problemsAt(path).map(explainProblem)
const content = computed<SetDraft['content']>(() =>
  kind.value === 'skus' ? { skus: skus.value } : { filter: reach.value },
)

/** What it would hold now. An empty choice by hand is nothing; an empty filter is everything. */
const { data: found } = useLoad(useDebounced(content, TYPING_MS), async (signal) => {
  if ('skus' in content.value && content.value.skus.length === 0) return { products: 0, sample: [] }
  const asked = 'skus' in content.value ? { skus: [...content.value.skus] } : content.value.filter
  const answer = await api.getReach(
    { mechanic: { kind: 'item-discount', reach: asked, value: { percent: 1000 } } },
    signal,
  )
  return answer.reaches[0]!
})

async function keep(): Promise<void> {
  if (fields.typed.size > 0) return
  refusal.value = ''
  const draft = { name: name.value.trim(), content: content.value }
  try {
    if (set) await api.updateSet(set.id, { ...draft, version: set.version })
    else await api.createSet(draft)
    isOpen.value = false
    notice.say(words.saved(draft.name))
    await store.refresh()
    emit('kept')
    close()
  } catch (thrown) {
    if (!(thrown instanceof ApiError)) throw thrown
    problems.value = thrown.problems
    if (thrown.problems.length === 0) refusal.value = explainFailure(thrown)
  }
}

function close(): void {
  isOpen.value = false
  if (!set) {
    name.value = ''
    skus.value = []
    reach.value = {}
  }
  emit('close')
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="set ? set.name : words.add"
    :save="words.save"
    :width="620"
    :incomplete="name.trim() === ''"
    :refusal="refusal"
    @keep="keep"
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
      <strong>{{ plural(found.products, 'product') }}</strong>
      <template v-if="found.products > 0">: {{ found.sample.map((one) => one.name).join(' … ') }}</template>
    </p>
  </FormDialog>
</template>
