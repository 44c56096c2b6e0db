<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { useNotice } from '@/stores/notice.ts'

const PLAIN_TIMEOUT_MS = 8000

const store = useNotice()
const isOpen = computed({
  get: () => store.notice !== null,
  set: () => {
    store.notice = null
  },
})
/** What is said stays readable while it fades. */
const shown = shallowRef(store.notice)
/** Counts notices: each has a bar of its own, and with it its whole time. */
const turn = ref(0)
watch(
  () => store.notice,
  (notice) => {
    if (!notice) return
    shown.value = notice
    turn.value++
  },
)
const timeout = computed(() => (shown.value?.kind === 'wrong' ? -1 : PLAIN_TIMEOUT_MS))

function act(): void {
  const run = store.notice?.action?.run
  store.notice = null
  run?.()
}
</script>

<template>
  <v-snackbar
    :key="turn"
    v-model="isOpen"
    :timeout="timeout"
    :color="shown?.kind === 'wrong' ? 'error' : 'on-background'"
  >
    <span role="status">{{ shown?.text }}</span>
    <template #actions>
      <v-btn v-if="shown?.action" variant="text" color="inherit" @click="act">{{ shown.action.label }}</v-btn>
      <v-btn v-else variant="text" color="inherit" aria-label="Close" @click="isOpen = false">✕</v-btn>
    </template>
  </v-snackbar>
</template>
