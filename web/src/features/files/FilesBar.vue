<script setup lang="ts">
import type { ImportKind, ImportStatus } from '@novalex/contract'
import { ref } from 'vue'
import { call } from '@/api/call.ts'
import { useAttempt } from '@/composables/useAttempt.ts'
import { text, filesText as words } from '@/locale/catalogue.ts'
import { later } from '@/plugins/later.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** Files of some kinds: to take away, to fill in, to bring in; compact where they are not the first thing to do. */
const { kinds } = defineProps<{ kinds: readonly ImportKind[]; compact?: boolean }>()

const FilesCard = later(() => import('./FilesCard.vue'))
const ImportDialog = later(() => import('./ImportDialog.vue'))
const store = useStoreInfo()
const notice = useNotice()
const attempt = useAttempt()
const isOpen = ref(false)
const isImporting = ref(false)
/** Whether it ever was; it closes by itself. */
const wasImporting = ref(false)

function bring(): void {
  isOpen.value = false
  wasImporting.value = isImporting.value = true
}

async function onImported(status: ImportStatus): Promise<void> {
  notice.say(words.kinds[status.kind].done, { label: text.common.undo, run: () => void undo(status) })
  await store.refresh()
}

function undo({ id, fileName }: ImportStatus): Promise<void> {
  isOpen.value = false
  return attempt(async () => {
    await call('undoImport', { params: { id } })
    notice.say(words.undone(fileName))
  })
}
</script>

<template>
  <v-menu v-model="isOpen" :close-on-content-click="false" location="bottom end">
    <template #activator="{ props }">
      <v-btn v-bind="props">{{ words.out }}</v-btn>
    </template>
    <FilesCard :kinds="kinds" :is-open="isOpen" :compact="compact" @bring="bring" @undo="undo" />
  </v-menu>
  <v-btn v-if="!compact" variant="flat" @click="bring">{{ words.bring }}</v-btn>
  <ImportDialog v-if="wasImporting" v-model="isImporting" :kinds="kinds" @imported="onImported" />
</template>
