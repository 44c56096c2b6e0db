<script setup lang="ts">
import { computed } from 'vue'
import { useNotice } from '@/stores/notice.ts'

const PLAIN_TIMEOUT_MS = 8000

const store = useNotice()
const isOpen = computed({
  get: () => store.notice !== null,
  set: () => {
    store.notice = null
  },
})
const timeout = computed(() => (store.notice?.kind === 'wrong' ? -1 : PLAIN_TIMEOUT_MS))

function act(): void {
  const run = store.notice?.action?.run
  store.notice = null
  run?.()
}
</script>

<template>
  <v-snackbar v-model="isOpen" :timeout="timeout" :color="store.notice?.kind === 'wrong' ? 'error' : 'on-background'">
    <span role="status">{{ store.notice?.text }}</span>
    <template #actions>
      <v-btn v-if="store.notice?.action" variant="text" color="inherit" @click="act">{{
        store.notice.action.label
      }}</v-btn>
      <v-btn v-else variant="text" color="inherit" aria-label="Close" @click="isOpen = false">✕</v-btn>
    </template>
  </v-snackbar>
</template>
