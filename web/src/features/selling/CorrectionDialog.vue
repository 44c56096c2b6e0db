<script setup lang="ts">
import { ref } from 'vue'
import { call } from '@/api/call.ts'
import FormDialog from '@/components/FormDialog.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { sellingText } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'

/** Notes items that were sold elsewhere, with a reason. */
const { id } = defineProps<{ id: string }>()
const words = sellingText.counts.correct
const notice = useNotice()
const attempt = useAttempt()
const isOpen = ref(false)
const units = ref('1')
const reason = ref('')
const MOST = 1_000_000
const read = () => {
  const typed = units.value.trim().replace('−', '-')
  return /^-?\d{1,7}$/.test(typed) && Math.abs(Number(typed)) <= MOST ? Number(typed) : 0
}

async function keep(): Promise<void> {
  isOpen.value = false
  await attempt(async () => {
    await call('correctCount', { params: { id }, body: { units: read(), reason: reason.value } })
    notice.say(words.said(read()))
  })
}
function reset(): void {
  units.value = '1'
  reason.value = ''
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="words.title"
    :save="words.save"
    :incomplete="read() === 0 || reason.trim() === ''"
    @opened="reset"
    @keep="keep"
  >
    <template #activator="{ props }">
      <button v-bind="props" type="button" class="as-link">{{ words.open }}</button>
    </template>
    <p class="quiet">{{ words.hint }}</p>
    <v-text-field v-model="units" :label="words.units" inputmode="numeric" />
    <v-text-field v-model="reason" :label="words.reason" maxlength="500" />
  </FormDialog>
</template>
