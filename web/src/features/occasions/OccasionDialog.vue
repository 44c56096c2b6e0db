<script setup lang="ts">
import type { OccasionRecord } from '@novalex/contract'
import { addDays, dateOf, toLocal, type LocalDateTime, type Problem } from '@novalex/core'
import { ref, shallowRef } from 'vue'
import { api } from '@/api/api.ts'
import { ApiError } from '@/api/http.ts'
import DateTimeField from '@/components/DateTimeField.vue'
import EndField from '@/components/EndField.vue'
import FormDialog from '@/components/FormDialog.vue'
import { createFields, provideFields } from '@/components/fields.ts'
import { text } from '@/locale/en.ts'
import { planningText } from '@/locale/enPlanning.ts'
import { explainFailure, explainProblem } from '@/locale/problems.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** An occasion to be changed, or a new one. */
const { occasion } = defineProps<{ occasion: OccasionRecord | null }>()
const emit = defineEmits<{ kept: []; close: [] }>()

const words = planningText.occasions
const store = useStoreInfo()
const notice = useNotice()
const moment = useMoment()
const tomorrow = addDays(dateOf(toLocal(moment.now, store.zone)), 1)
const isOpen = ref(occasion !== null)
const name = ref(occasion?.name ?? '')
const isUndated = ref(occasion === null || occasion.dates === null)
const start = ref<LocalDateTime | undefined>(occasion?.dates?.start ?? `${tomorrow}T00:00`)
const end = ref<LocalDateTime | undefined>(occasion?.dates?.end ?? `${addDays(tomorrow, 7)}T00:00`)
const problems = shallowRef<readonly Problem[]>([])
const refusal = ref('')
const fields = createFields(problems)
provideFields(fields)
const errors = (path: string) => fields.problemsAt(path).map(explainProblem)

async function keep(): Promise<void> {
  if (!isUndated.value && (fields.typed.size > 0 || start.value === undefined || end.value === undefined)) return
  refusal.value = ''
  const dates = isUndated.value ? null : { start: start.value!, end: end.value! }
  const draft = { name: name.value.trim(), dates }
  try {
    if (occasion) await api.updateOccasion(occasion.id, { ...draft, version: occasion.version })
    else await api.createOccasion(draft)
    isOpen.value = false
    notice.say(words.saved(draft.name))
    await store.refresh()
    emit('kept')
    close()
  } catch (thrown) {
    if (!(thrown instanceof ApiError)) throw thrown
    problems.value = thrown.problems
    if (thrown.problems.length === 0) refusal.value = explainFailure(thrown)
  }
}

function close(): void {
  isOpen.value = false
  if (!occasion) name.value = ''
  emit('close')
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="occasion ? occasion.name : words.add"
    :save="words.save"
    :incomplete="name.trim() === ''"
    :refusal="refusal"
    @keep="keep"
    @left="close"
  >
    <template v-if="occasion === null" #activator="{ props }">
      <v-btn v-bind="props" variant="flat">{{ words.add }}</v-btn>
    </template>
    <v-text-field v-model="name" :label="words.name" maxlength="120" :error-messages="errors('name')" />
    <v-checkbox v-model="isUndated" :label="words.open" hide-details />
    <template v-if="!isUndated">
      <DateTimeField
        v-model="start"
        path="dates.start"
        :date-label="text.promotion.when.start"
        :time-label="text.promotion.when.startTime"
        :errors="errors('dates.start')"
      />
      <EndField v-model="end" path="dates.end" always :errors="errors('dates.end')" />
    </template>
  </FormDialog>
</template>
