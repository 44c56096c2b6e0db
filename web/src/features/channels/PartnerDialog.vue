<script setup lang="ts">
import type { Partner } from '@novalex/contract'
import { dateOf, toLocal, type DatedRules } from '@novalex/core'
import { dequal } from 'dequal'
import { computed, nextTick, ref, shallowRef, useTemplateRef } from 'vue'
import DayField from '@/components/DayField.vue'
import FormDialog from '@/components/FormDialog.vue'
import TypedField from '@/components/TypedField.vue'
import { useForm } from '@/components/useForm.ts'
import { toId } from '@/composables/toId.ts'
import { channelText, submissionText, text } from '@/locale/catalogue.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { addRules, createPartner } from './partnerDraft.ts'
import RuleFields from './RuleFields.vue'
import { usePartners } from './usePartners.ts'

/** A partner channel to be changed, or a new one. */
const { partner } = defineProps<{ partner: Partner | null }>()
const emit = defineEmits<{ close: [] }>()

const words = channelText
const store = useStoreInfo()
const moment = useMoment()
const notice = useNotice()
const today = dateOf(toLocal(moment.now, store.zone))
const { refusal, submit, reset, errors, forget } = useForm()
const { save } = usePartners()
const opened = store.info!.version
const form = useTemplateRef('form')
const isOpen = ref(partner !== null)
const draft = shallowRef<Omit<Partner, 'id'>>(partner ?? createPartner(today))
/** The set of rules that is shown. */
const at = ref(Math.max(0, draft.value.rules.length - 1))
const shown = computed(() => draft.value.rules[at.value])
/** Where it stands among the partners that are saved. */
const place = computed(() => {
  const index = store.partners.findIndex(({ id }) => id === partner?.id)
  return `partners.${index < 0 ? store.partners.length : index}`
})
const rulesPath = computed(() => `${place.value}.rules.${at.value}`)
const sets = computed(() => draft.value.rules.map(({ from }, value) => ({ value, title: words.rulesFrom(from) })))

function patch(changes: Partial<Omit<Partner, 'id'>>): void {
  draft.value = { ...draft.value, ...changes }
}
function setSimulated(is: unknown): void {
  const { isSimulated: _before, ...others } = draft.value
  draft.value = is === true ? { ...others, isSimulated: true } : others
}
function patchRules(changes: Partial<DatedRules>): void {
  patch({ rules: draft.value.rules.map((set, index) => (index === at.value ? { ...set, ...changes } : set)) })
}
function add(): void {
  patch({ rules: addRules(draft.value.rules, today) })
  at.value = draft.value.rules.length - 1
}
function removeSet(): void {
  forget(`${place.value}.rules`)
  patch({ rules: draft.value.rules.filter((_set, index) => index !== at.value) })
  at.value = Math.max(0, at.value - 1)
}
function show(index: number): void {
  forget(rulesPath.value)
  at.value = index
}

/** Edits go on over changes of other settings, and are refused over one of this partner. */
function findVersion(): number | undefined {
  return partner === null ||
    dequal(
      store.partners.find(({ id }) => id === partner.id),
      partner,
    )
    ? undefined
    : opened
}

async function keep(): Promise<void> {
  const name = draft.value.name.trim()
  const taken = store.channels.map(({ id }) => id)
  const edited: Partner = { ...draft.value, name, id: partner?.id ?? toId(name, taken) }
  const isSaved = await submit(() => {
    const others = store.partners.map((one) => (one.id === edited.id ? edited : one))
    return save(partner ? others : [...others, edited], findVersion())
  })
  if (!isSaved) return showError()
  isOpen.value = false
  notice.say(words.saved(name))
  await store.refresh()
}

/** The form is longer than the screen. */
async function showError(): Promise<void> {
  await nextTick()
  form.value?.querySelector('.v-input--error, .wrong')?.scrollIntoView({ block: 'center' })
}

function close(): void {
  reset()
  draft.value = partner ?? createPartner(today)
  at.value = Math.max(0, draft.value.rules.length - 1)
  emit('close')
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="partner ? partner.name : words.add"
    :save="words.save"
    :width="760"
    :incomplete="draft.name.trim() === ''"
    :refusal="refusal"
    @keep="keep"
    @left="close"
  >
    <template v-if="partner === null" #activator="{ props }">
      <v-btn v-bind="props" variant="flat">{{ words.add }}</v-btn>
    </template>
    <div ref="form" class="parts">
      <v-text-field
        :model-value="draft.name"
        :label="words.name"
        :hint="words.nameHint"
        maxlength="60"
        :error-messages="errors(`${place}.name`)"
        @update:model-value="(name: string) => patch({ name })"
      />
      <div class="pair">
        <TypedField
          :model-value="draft.leadHours"
          kind="count"
          :path="`${place}.leadHours`"
          :label="words.lead"
          :hint="words.leadHint"
          @update:model-value="(leadHours) => patch({ leadHours: leadHours ?? 0 })"
        />
        <TypedField
          :model-value="draft.lockHours"
          kind="count"
          :path="`${place}.lockHours`"
          :label="words.lock"
          :hint="words.lockHint"
          @update:model-value="(lockHours) => patch({ lockHours: lockHours ?? 0 })"
        />
      </div>
      <v-checkbox
        :model-value="draft.isSimulated ?? false"
        :label="submissionText.simulated"
        hide-details
        @update:model-value="setSimulated"
      />
      <p v-if="!draft.isSimulated" class="quiet">{{ submissionText.simulatedHint }}</p>
      <div class="sets">
        <v-select
          v-if="sets.length > 0"
          :model-value="at"
          :items="sets"
          :label="words.form.set"
          hide-details
          @update:model-value="show"
        />
        <v-btn size="small" :disabled="sets.length >= 20" @click="add">{{ words.form.addSet }}</v-btn>
        <button v-if="shown" type="button" class="as-link" @click="removeSet">{{ words.form.removeSet }}</button>
      </div>
      <div v-if="shown" :key="at" class="set">
        <div class="pair">
          <DayField
            :model-value="shown.from"
            :path="`${rulesPath}.from`"
            :label="words.form.from"
            :errors="errors(`${rulesPath}.from`)"
            @update:model-value="(from) => from && patchRules({ from })"
          />
          <DayField
            :model-value="shown.checkedOn"
            :path="`${rulesPath}.checkedOn`"
            :label="words.form.checkedOn"
            :errors="errors(`${rulesPath}.checkedOn`)"
            @update:model-value="(checkedOn) => checkedOn && patchRules({ checkedOn })"
          />
        </div>
        <v-text-field
          :model-value="shown.source"
          :label="words.form.source"
          :hint="words.form.sourceHint"
          persistent-hint
          maxlength="200"
          :error-messages="errors(`${rulesPath}.source`)"
          @update:model-value="(source: string) => patchRules({ source })"
        />
        <RuleFields
          :model-value="shown.values"
          :path="`${rulesPath}.values`"
          @update:model-value="(values) => patchRules({ values })"
        />
      </div>
      <p v-else class="quiet">{{ text.common.none }}</p>
    </div>
  </FormDialog>
</template>

<style scoped>
.parts {
  display: grid;
  gap: 12px;
}

.pair {
  align-items: start;
  display: grid;
  gap: 10px 16px;
  grid-template-columns: 1fr 1fr;
}

.sets {
  align-items: center;
  display: grid;
  gap: 8px 16px;
  grid-template-columns: minmax(0, 260px) auto auto;
  justify-content: start;
}

.set {
  border-top: 1px solid var(--line);
  display: grid;
  gap: 12px;
  padding-top: 14px;
}
</style>
