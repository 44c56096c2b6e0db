<script setup lang="ts">
import type { TestCartRun } from '@novalex/contract'
import { ref } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { text, proofText, counted, explainProblem } from '@/locale/catalogue.ts'
import { formatFigure, formatMoney, formatInstant } from '@novalex/words'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import PaperReceipt from './PaperReceipt.vue'

const store = useStoreInfo()
const notice = useNotice()
const words = proofText.testCarts
const open = ref<string | null>(null)
const runs = useAnswer('runTestCarts')
const { data, error } = runs

const isWrong = ({ state }: TestCartRun) => state === 'fails' || state === 'unpriced'
const momentOf = ({ testCart }: TestCartRun) =>
  testCart.at === null ? words.now : formatInstant(Date.parse(testCart.at), { zone: store.zone, year: true })

const attempt = useAttempt()

function accept({ testCart, working }: TestCartRun): Promise<void> {
  const { id, ...fields } = testCart
  return attempt(() => call('updateTestCart', { params: { id }, body: { ...fields, expected: working!.grand } }))
}

function remove({ testCart }: TestCartRun): Promise<void> {
  const { id, version, ...fields } = testCart
  return attempt(async () => {
    await call('deleteTestCart', { params: { id }, query: { version } })
    const run = () => void attempt(() => call('createTestCart', { body: fields }))
    notice.say(words.removed(testCart.name), { label: text.common.undo, run })
  })
}
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
      <span v-if="data" class="quiet" role="status">{{ counted.testCart(data.length) }}</span>
    </header>
    <LoadError :of="[runs]" />
    <p v-if="!data && !error" class="quiet">{{ text.common.loading }}</p>
    <div v-if="data?.length === 0" class="empty">
      <p>{{ words.empty }}</p>
      <p class="quiet">{{ words.emptyHint }}</p>
    </div>
    <template v-else-if="data">
      <p class="quiet">{{ words.hint }}</p>
      <table class="printed">
        <thead>
          <tr>
            <th>{{ words.columns.state }}</th>
            <th>{{ words.columns.name }}</th>
            <th>{{ words.columns.at }}</th>
            <th class="number">{{ words.columns.expected }}</th>
            <th class="number">{{ words.columns.working }}</th>
            <th class="number">{{ words.columns.live }}</th>
          </tr>
        </thead>
        <tbody v-for="run in data" :key="run.testCart.id">
          <tr>
            <td :class="{ wrong: isWrong(run), saves: run.state === 'passes' }">
              {{ isWrong(run) ? '✕' : run.state === 'changes' ? '≠' : '✓' }} {{ words.states[run.state] }}
            </td>
            <td>
              <button
                type="button"
                class="as-link"
                :aria-expanded="open === run.testCart.id"
                @click="open = open === run.testCart.id ? null : run.testCart.id"
              >
                {{ run.testCart.name }}
              </button>
            </td>
            <td>{{ momentOf(run) }}</td>
            <td class="number">
              {{ run.testCart.expected === null ? words.none : formatFigure(run.testCart.expected) }}
            </td>
            <td class="number">
              <strong>{{ run.working ? formatFigure(run.working.grand) : text.common.none }}</strong>
            </td>
            <td class="number">{{ run.live ? formatFigure(run.live.grand) : text.common.none }}</td>
          </tr>
          <tr v-if="open === run.testCart.id || isWrong(run)">
            <td colspan="6" class="detail">
              <p v-for="problem in run.problems" :key="problem.path" class="wrong">{{ explainProblem(problem) }}</p>
              <div class="receipts">
                <PaperReceipt v-if="run.working" :title="words.inWorking" :receipt="run.working" />
                <PaperReceipt v-if="run.live" :title="words.inLive" :receipt="run.live" />
                <div class="acts">
                  <v-btn v-if="run.working && run.state !== 'passes'" size="small" @click="accept(run)">{{
                    words.accept(formatMoney(run.working.grand))
                  }}</v-btn>
                  <v-btn size="small" @click="remove(run)">{{ words.remove }}</v-btn>
                </div>
              </div>
            </td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>

<style scoped>
.empty {
  padding: 48px 0;
  text-align: center;
}

.detail {
  background: var(--desk);
}

.receipts {
  align-items: start;
  display: flex;
  flex-wrap: wrap;
  gap: 16px;
  padding: 8px 4px 12px;
}

.acts {
  display: grid;
  gap: 8px;
}
</style>
