<script setup lang="ts">
import type { ImportKind, ImportStatus } from '@novalex/contract'
import { ref } from 'vue'
import { rejectedUrl } from '@/api/files.ts'
import { text, filesText as words, counted, explainError, explainProblem } from '@/locale/catalogue.ts'
import { isMisread } from './importColumns.ts'
import ImportPreview from './ImportPreview.vue'
import ImportProblems from './ImportProblems.vue'
import ImportReading from './ImportReading.vue'
import { useImportDialog } from './useImportDialog.ts'

/** A file on its way in: what it holds, what is wrong with it, what it would change. */
const { kinds } = defineProps<{ kinds: readonly ImportKind[] }>()
const isOpen = defineModel<boolean>({ required: true })
const emit = defineEmits<{ imported: [status: ImportStatus] }>()

const { kind, status, error, isSending, isAgain, isBusy, isReady, goodRows, choose, readAgain, accept } =
  useImportDialog(kinds, { isOpen, onDone: (done) => emit('imported', done) })
const input = ref<HTMLInputElement | null>(null)
</script>

<template>
  <v-dialog v-model="isOpen" :persistent="isBusy" :aria-label="words.title" max-width="820" scrollable>
    <v-card class="import">
      <h2>{{ words.title }}</h2>
      <v-select
        v-if="kinds.length > 1"
        v-model="kind"
        :items="kinds.map((value) => ({ value, title: words.kinds[value].name }))"
        :label="words.kind"
        :disabled="isBusy"
      />
      <p v-if="!status && !isSending" class="quiet">{{ words.kinds[kind].hint }}</p>
      <p v-if="error" class="wrong" role="alert">{{ explainError(error) }}</p>
      <p v-if="status?.state === 'failed'" class="wrong" role="alert">
        {{ status.problems[0] ? explainProblem(status.problems[0]) : words.failed }}
      </p>
      <div v-if="isBusy" role="status">
        <p>{{ isSending ? words.uploading : status?.state === 'writing' ? words.writing : words.reading }}</p>
        <v-progress-linear
          :model-value="(status?.progress ?? 0) * 100"
          :indeterminate="isSending"
          color="primary"
          :aria-label="words.title"
        />
      </div>
      <div class="content">
        <p v-if="isAgain" class="wrong" role="alert">{{ words.again }}</p>
        <ImportReading v-if="status && !isBusy" :key="status.id" :status="status" @read="readAgain" />
        <ImportProblems v-if="status?.state === 'refused' && !isMisread(status)" :status="status" />
        <ImportPreview v-if="status?.state === 'ready' || goodRows > 0" :status="status!" />
      </div>
      <p v-if="goodRows > 0">
        {{ words.rejected }}
        <template
          v-for="(type, index) in kind === 'plan' ? (['json'] as const) : (['csv', 'xlsx'] as const)"
          :key="type"
        >
          <template v-if="index > 0"> · </template>
          <a :href="rejectedUrl(status!.id, type)" download>{{ type.toUpperCase() }}</a>
        </template>
      </p>
      <footer>
        <input
          ref="input"
          type="file"
          :accept="kind === 'plan' ? '.json,application/json' : '.csv,.xlsx,text/csv'"
          class="visually-hidden"
          :aria-label="words.choose"
          tabindex="-1"
          @change="choose($event.target as HTMLInputElement)"
        />
        <v-btn v-if="!isBusy" :variant="status ? 'outlined' : 'flat'" @click="input?.click()">
          {{ status ? words.another : words.choose }}
        </v-btn>
        <v-btn v-if="isReady" variant="flat" @click="accept('all')">{{ words.accept }}</v-btn>
        <v-btn v-if="goodRows > 0" @click="accept('good')">{{ words.acceptGood(counted.validRow(goodRows)) }}</v-btn>
        <v-btn :disabled="isBusy" @click="isOpen = false">{{ text.common.cancel }}</v-btn>
      </footer>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.import {
  display: grid;
  gap: 14px;
  grid-template-rows: auto;
  padding: 20px 24px;
}

.content {
  max-height: 55vh;
  overflow: auto;
}

footer {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
}
</style>
