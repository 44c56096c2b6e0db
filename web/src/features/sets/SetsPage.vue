<script setup lang="ts">
import type { SetAnswer } from '@novalex/contract'
import { ref, watch } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import FilesBar from '@/features/files/FilesBar.vue'
import NamedRecords from '@/features/namedRecords/NamedRecords.vue'
import { useRecordRemoval } from '@/features/namedRecords/useRecordRemoval.ts'
import { planningText, describeReach } from '@/locale/catalogue.ts'
import { useNames } from '@/stores/names.ts'
import SetDialog from './SetDialog.vue'

const names = useNames()
const words = planningText.sets
const { name, content, products, usedBy } = words.columns
const COLUMNS = [{ title: name }, { title: content }, { title: products, number: true }, { title: usedBy }]
const edited = ref<SetAnswer | null>(null)
const sets = useAnswer('listSets')
const { data } = sets
watch(
  data,
  (known) => {
    names.learnProducts((known ?? []).flatMap(({ sample }) => sample))
  },
  { immediate: true },
)

const contentOf = ({ set: { content }, sample, products }: SetAnswer) =>
  'filter' in content
    ? describeReach(content.filter, names.names)
    : sample.map(({ name }) => name).join(', ') + (products > sample.length ? ' …' : '')

const takeOut = useRecordRemoval(words.removed)
function remove({ set: { id, version, ...draft } }: SetAnswer): Promise<void> {
  return takeOut({
    name: draft.name,
    remove: () => call('deleteSet', { params: { id }, query: { version } }),
    restore: () => call('createSet', { body: draft }),
  })
}
</script>

<template>
  <NamedRecords
    :rows="data"
    :asked="[sets]"
    :words="words"
    noun="set"
    :columns="COLUMNS"
    :name-of="({ set }) => set.name"
    :key-of="({ set }) => set.id"
    @change="(answer) => (edited = answer)"
    @remove="remove"
  >
    <template #acts>
      <FilesBar :kinds="['sets']" compact />
      <SetDialog :set="null" />
      <SetDialog v-if="edited" :key="edited.set.id" :set="edited.set" @close="edited = null" />
    </template>
    <template #cells="{ row }">
      <td>{{ contentOf(row) }}</td>
      <td class="number">{{ row.products }}</td>
      <td :class="{ quiet: row.usedBy.length === 0 }">{{ row.usedBy.join(', ') || words.unused }}</td>
    </template>
  </NamedRecords>
</template>
