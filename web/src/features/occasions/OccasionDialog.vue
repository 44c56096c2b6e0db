<script setup lang="ts">
import { FLAG_COLOURS, type OccasionRecord } from '@novalex/contract'
import { addDays, dateOf, toLocal, type Flag, type LocalDateTime } from '@novalex/core'
import { computed, ref, watch } from 'vue'
import { call } from '@/api/call.ts'
import DayField from '@/components/DayField.vue'
import DateTimeField from '@/components/DateTimeField.vue'
import EndField from '@/components/EndField.vue'
import FormDialog from '@/components/FormDialog.vue'
import { useRecordDialog } from '@/features/namedRecords/useRecordDialog.ts'
import { text, planningText } from '@/locale/catalogue.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** An occasion to be changed, or a new one. */
const { occasion } = defineProps<{ occasion: OccasionRecord | null }>()
const emit = defineEmits<{ close: [] }>()

const words = planningText.occasions
const store = useStoreInfo()
const moment = useMoment()
const tomorrow = addDays(dateOf(toLocal(moment.now, store.zone)), 1)
const isUndated = ref(occasion === null || occasion.dates === null)
const start = ref<LocalDateTime | undefined>(occasion?.dates?.start ?? `${tomorrow}T00:00`)
const estimate = ref<string | undefined>(occasion?.estimate ?? undefined)
const end = ref<LocalDateTime | undefined>(occasion?.dates?.end ?? `${addDays(tomorrow, 7)}T00:00`)
const partner = ref<string | null>(occasion?.partner?.channel ?? null)
const key = ref(occasion?.partner?.key ?? '')
const flagText = ref(occasion?.flag?.text ?? '')
const colour = ref<Flag['colour']>(occasion?.flag?.colour ?? 'blue')
const partners = computed(() => [
  { value: null, title: words.event.none },
  ...store.partners.map(({ id, name: title }) => ({ value: id, title })),
])
const colours = FLAG_COLOURS.map((value) => ({ value, title: words.flag.colours[value] }))
const { isOpen, name, refusal, errors, save, close, forget } = useRecordDialog({
  known: occasion?.name ?? null,
  keep: (name) => {
    const dates = isUndated.value ? null : { start: start.value!, end: end.value! }
    const draft = {
      name,
      dates,
      estimate: isUndated.value ? (estimate.value ?? null) : null,
      partner: partner.value === null ? null : { channel: partner.value, key: key.value.trim() },
      flag: flagText.value.trim() === '' ? null : { text: flagText.value.trim(), colour: colour.value },
    }
    return occasion
      ? call('updateOccasion', { params: { id: occasion.id }, body: { ...draft, version: occasion.version } })
      : call('createOccasion', { body: draft })
  },
  saved: words.saved,
  onClosed: () => {
    emit('close')
  },
})
watch(isUndated, () => {
  forget('dates')
})
const isComplete = computed(
  () =>
    name.value.trim() !== '' &&
    (partner.value === null || key.value.trim() !== '') &&
    (isUndated.value || (start.value !== undefined && end.value !== undefined)),
)
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="occasion ? occasion.name : words.add"
    :save="words.save"
    :incomplete="!isComplete"
    :refusal="refusal"
    @keep="save"
    @left="close"
  >
    <template v-if="occasion === null" #activator="{ props }">
      <v-btn v-bind="props" variant="flat">{{ words.add }}</v-btn>
    </template>
    <v-text-field v-model="name" :label="words.name" maxlength="120" :error-messages="errors('name')" />
    <v-checkbox v-model="isUndated" :label="words.open" hide-details />
    <DayField
      v-if="isUndated"
      v-model="estimate"
      path="estimate"
      :label="words.estimate"
      :hint="words.estimateHint"
      :errors="errors('estimate')"
    />
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
    <div class="pair">
      <v-text-field
        v-model="flagText"
        :label="words.flag.text"
        :hint="words.flag.hint"
        persistent-hint
        maxlength="24"
        :error-messages="errors('flag')"
      />
      <v-select v-model="colour" :items="colours" :label="words.flag.colour" :disabled="flagText.trim() === ''" />
    </div>
    <div v-if="store.partners.length > 0" class="pair">
      <v-select
        v-model="partner"
        :items="partners"
        :label="words.event.partner"
        :hint="words.event.hint"
        persistent-hint
        :error-messages="errors('partner.channel')"
      />
      <v-text-field
        v-if="partner !== null"
        v-model="key"
        :label="words.event.key"
        maxlength="60"
        :error-messages="errors('partner.key')"
      />
    </div>
  </FormDialog>
</template>

<style scoped>
.pair {
  align-items: start;
  display: grid;
  gap: 10px 16px;
  grid-template-columns: 1fr 1fr;
}
</style>
