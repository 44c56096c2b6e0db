<script setup lang="ts">
import type { SetAnswer } from '@novalex/contract'
import { ref } from 'vue'
import { api } from '@/api/api.ts'
import LoadError from '@/components/LoadError.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { useLoad } from '@/composables/useLoad.ts'
import FilesBar from '@/features/files/FilesBar.vue'
import { text } from '@/locale/en.ts'
import { planningText } from '@/locale/enPlanning.ts'
import { plural } from '@/locale/format.ts'
import { describeReach } from '@/locale/ruleWords.ts'
import { useNames } from '@/stores/names.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import SetDialog from './SetDialog.vue'

const store = useStoreInfo()
const names = useNames()
const notice = useNotice()
const words = planningText.sets
const edited = ref<SetAnswer | null>(null)
const { data, error, reload } = useLoad(
  [() => store.info?.planRevision, () => store.info?.catalogueRevision],
  async () => {
    const sets = await api.listSets()
    names.learnProducts(sets.flatMap(({ sample }) => sample))
    return sets
  },
)
const attempt = useAttempt(reload)

const contentOf = ({ set: { content }, sample, products }: SetAnswer) =>
  'filter' in content
    ? describeReach(content.filter, names.names)
    : sample.map(({ name }) => name).join(', ') + (products > sample.length ? ' …' : '')

function remove({ set }: SetAnswer): Promise<void> {
  return attempt(async () => {
    await api.deleteSet(set.id, set.version)
    const { id: _id, version: _version, ...draft } = set
    const run = () => void attempt(() => api.createSet(draft))
    notice.say(words.removed(set.name), { label: text.common.undo, run })
  })
}
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
      <span v-if="data" class="quiet" role="status">{{ plural(data.length, 'set') }}</span>
      <span class="grow" />
      <FilesBar :kinds="['sets']" compact @imported="reload" />
      <SetDialog :set="null" @kept="reload" />
    </header>
    <LoadError v-if="error" :error="error" @retry="reload" />
    <p v-if="!data && !error" class="quiet">{{ text.common.loading }}</p>
    <p v-if="data?.length === 0" class="empty">{{ words.empty }}</p>
    <template v-else-if="data">
      <p class="quiet">{{ words.hint }}</p>
      <table class="printed">
        <thead>
          <tr>
            <th scope="col">{{ words.columns.name }}</th>
            <th scope="col">{{ words.columns.content }}</th>
            <th scope="col" class="number">{{ words.columns.products }}</th>
            <th scope="col">{{ words.columns.usedBy }}</th>
            <th scope="col">
              <span class="visually-hidden">{{ words.columns.actions }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="answer in data" :key="answer.set.id">
            <td class="name">
              <strong>{{ answer.set.name }}</strong>
            </td>
            <td>{{ contentOf(answer) }}</td>
            <td class="number">{{ answer.products }}</td>
            <td :class="{ quiet: answer.usedBy.length === 0 }">{{ answer.usedBy.join(', ') || words.unused }}</td>
            <td>
              <div class="row-acts">
                <v-btn size="small" :aria-label="`${words.change}: ${answer.set.name}`" @click="edited = answer">{{
                  words.change
                }}</v-btn>
                <v-btn size="small" :aria-label="`${words.remove}: ${answer.set.name}`" @click="remove(answer)">{{
                  words.remove
                }}</v-btn>
              </div>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <SetDialog v-if="edited" :key="edited.set.id" :set="edited.set" @kept="reload" @close="edited = null" />
  </section>
</template>

<style scoped>
.empty {
  padding: 48px 0;
  text-align: center;
}

.name {
  overflow-wrap: anywhere;
}
</style>
