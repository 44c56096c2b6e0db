<script setup lang="ts">
import { useClipboard } from '@vueuse/core'
import { accessText } from '@/locale/catalogue.ts'

/** A secret that is shown this once, to be copied. */
const { value } = defineProps<{
  value: string
  /** What becomes of it once the dialog is closed. */
  hint: string
  /** Names it to tests. */
  name: string
}>()
const words = accessText.keys
const { copy, copied } = useClipboard({ source: () => value, legacy: true })
</script>

<template>
  <p>{{ hint }}</p>
  <code :data-testid="name">{{ value }}</code>
  <v-btn size="small" class="copy" @click="copy()">{{ copied ? words.copied : words.copy }}</v-btn>
</template>

<style scoped>
code {
  background: var(--desk);
  border: 1px solid var(--line);
  overflow-wrap: anywhere;
  padding: 8px 10px;
  user-select: all;
}

.copy {
  justify-self: start;
}
</style>
