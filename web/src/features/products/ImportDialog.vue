<script setup lang="ts">
import type { ImportKind } from '@novalex/contract'
import { ref, watch } from 'vue'
import { text } from '@/locale/en.ts'
import { explainError } from '@/locale/problems.ts'
import { useNotice } from '@/stores/notice.ts'
import ImportPreview from './ImportPreview.vue'
import ImportProblems from './ImportProblems.vue'
import { useImport } from './useImport.ts'

const { kind = 'products' } = defineProps<{ kind?: ImportKind }>()
const isOpen = defineModel<boolean>({ required: true })
const emit = defineEmits<{ imported: [] }>()

const notice = useNotice()
const { status, error, isSending, isAgain, isBusy, send, accept, reset } = useImport(kind)
const words = text.import.kinds[kind]
const input = ref<HTMLInputElement | null>(null)

function onChoose(event: Event): void {
  const target = event.target as HTMLInputElement
  const file = target.files?.[0]
  target.value = ''
  if (file) void send(file)
}

watch(
  () => status.value?.state,
  (state) => {
    if (state !== 'done') return
    notice.say(words.done)
    emit('imported')
    isOpen.value = false
  },
)
watch(isOpen, (open) => {
  if (!open) reset()
})
</script>

<template>
  <v-dialog v-model="isOpen" :persistent="isBusy" :aria-label="words.title" max-width="820" scrollable>
    <v-card class="import">
      <h2>{{ words.title }}</h2>
      <p v-if="!status && !isSending" class="quiet">{{ words.hint }}</p>
      <p v-if="error" class="wrong" role="alert">{{ explainError(error) }}</p>
      <p v-if="status?.state === 'failed'" class="wrong" role="alert">{{ text.import.failed }}</p>
      <div v-if="isBusy" role="status">
        <p>
          {{
            isSending ? text.import.uploading : status?.state === 'writing' ? text.import.writing : text.import.reading
          }}
        </p>
        <v-progress-linear
          :model-value="(status?.progress ?? 0) * 100"
          :indeterminate="isSending"
          color="primary"
          :aria-label="words.title"
        />
      </div>
      <div class="content">
        <p v-if="isAgain" class="wrong" role="alert">{{ text.import.again }}</p>
        <ImportProblems v-if="status?.state === 'refused'" :status="status" />
        <ImportPreview v-else-if="status?.state === 'ready'" :status="status" />
      </div>
      <footer>
        <input
          ref="input"
          type="file"
          accept=".csv,text/csv"
          class="visually-hidden"
          :aria-label="text.import.choose"
          tabindex="-1"
          @change="onChoose"
        />
        <v-btn v-if="!isBusy" :variant="status?.state === 'ready' ? 'outlined' : 'flat'" @click="input?.click()">
          {{ status ? text.import.another : text.import.choose }}
        </v-btn>
        <v-btn v-if="status?.state === 'ready' && status.added + status.changed > 0" variant="flat" @click="accept">{{
          text.import.accept
        }}</v-btn>
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
  gap: 10px;
}
</style>
