<script setup lang="ts">
import { DEFAULT_ALARM } from '@novalex/core'
import { computed, ref } from 'vue'
import { call } from '@/api/call.ts'
import FormDialog from '@/components/FormDialog.vue'
import TypedField from '@/components/TypedField.vue'
import { useForm } from '@/components/useForm.ts'
import { findingText } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** From when on a plan deserves a look. */
const words = findingText.alarm
const store = useStoreInfo()
const session = useSession()
const notice = useNotice()
const { refusal, submit, reset } = useForm()
const isOpen = ref(false)
const present = computed(() => ({ ...DEFAULT_ALARM, ...store.settings.alarm }))
const alarm = ref({ ...present.value })

function begin(): void {
  alarm.value = { ...present.value }
  reset()
}

async function keep(): Promise<void> {
  const { version } = store.info!
  if (!(await submit(() => call('saveFindingThresholds', { body: { alarm: alarm.value, version } })))) return
  isOpen.value = false
  notice.say(words.kept)
  await store.refresh()
}
</script>

<template>
  <ul class="said">
    <li v-for="line in words.lines(present)" :key="line">{{ line }}</li>
  </ul>
  <FormDialog
    v-if="session.may('administrator')"
    v-model="isOpen"
    :title="words.dialog"
    :save="words.save"
    :refusal="refusal"
    @opened="begin"
    @keep="keep"
  >
    <template #activator="{ props }">
      <v-btn v-bind="props" size="small">{{ words.change }}</v-btn>
    </template>
    <TypedField v-model="alarm.margin" kind="percent" path="alarm.margin" :label="words.margin" />
    <TypedField v-model="alarm.reduction" kind="percent" path="alarm.reduction" :label="words.reduction" />
    <TypedField v-model="alarm.smallest" kind="percent" path="alarm.smallest" :label="words.smallest" />
    <TypedField v-model="alarm.noEndDays" kind="count" path="alarm.noEndDays" :label="words.noEndDays" />
    <TypedField v-model="alarm.openDays" kind="count" path="alarm.openDays" :label="words.openDays" />
  </FormDialog>
</template>

<style scoped>
.said {
  margin: 4px 0 10px;
  max-width: 620px;
}
</style>
