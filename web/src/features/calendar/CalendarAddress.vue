<script setup lang="ts">
import { ref } from 'vue'
import { call } from '@/api/call.ts'
import FormDialog from '@/components/FormDialog.vue'
import ShownOnce from '@/components/ShownOnce.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { proofText, text } from '@/locale/catalogue.ts'

/** An address under which other calendars show the live plan. */
const words = proofText.calendar.address
const attempt = useAttempt()
const url = ref('')
const isShown = ref(false)

const create = () =>
  attempt(async () => {
    url.value = (await call('createCalendarAddress')).url
    isShown.value = true
  })
</script>

<template>
  <button type="button" class="as-link" @click="create">{{ words.create }}</button>
  <FormDialog v-model="isShown" :title="words.title" :save="text.common.close" :cancel="null" @keep="isShown = false">
    <ShownOnce :value="url" :hint="words.hint" name="calendar-address" />
  </FormDialog>
</template>
