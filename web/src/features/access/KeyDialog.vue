<script setup lang="ts">
import { CHOSEN_SCOPES, SHOP_CHANNEL, type ChosenScope } from '@novalex/contract'
import { addDays, toInstant } from '@novalex/core'
import { ref } from 'vue'
import { call } from '@/api/call.ts'
import DayField from '@/components/DayField.vue'
import FormDialog from '@/components/FormDialog.vue'
import ShownOnce from '@/components/ShownOnce.vue'
import { accessText, SCOPE_HINTS, text } from '@/locale/catalogue.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useForm } from '@/components/useForm.ts'

/** Makes a key, then shows it, this once. */
const words = accessText.keys
const store = useStoreInfo()
const { refusal, isSending, submit, errors, reset } = useForm()
const isOpen = ref(false)
const name = ref('')
const scopes = ref<ChosenScope[]>(['quote'])
const channel = ref<string>(SHOP_CHANNEL)
const lastDay = ref<string>()
const made = ref('')

function begin(): void {
  name.value = ''
  scopes.value = ['quote']
  channel.value = SHOP_CHANNEL
  lastDay.value = undefined
  made.value = ''
  reset()
}

async function keep(): Promise<void> {
  if (made.value) {
    isOpen.value = false
    return
  }
  const endsAt =
    lastDay.value === undefined
      ? null
      : new Date(toInstant(`${addDays(lastDay.value, 1)}T00:00`, store.zone)).toISOString()
  await submit(async () => {
    const { key } = await call('createKey', {
      body: { name: name.value, scopes: [...scopes.value], channel: channel.value, endsAt },
    })
    made.value = key
  })
  if (made.value) await store.refresh()
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="made ? words.madeTitle : words.makeTitle"
    :save="made ? text.common.close : words.makeAct"
    :cancel="made ? null : text.common.cancel"
    :refusal="refusal"
    :incomplete="!made && (name.trim() === '' || scopes.length === 0 || isSending)"
    @opened="begin"
    @keep="keep"
  >
    <template #activator="{ props }">
      <v-btn v-bind="props" size="small">{{ words.make }}</v-btn>
    </template>
    <template v-if="made">
      <ShownOnce :value="made" :hint="words.madeHint" name="key" />
    </template>
    <template v-else>
      <v-text-field v-model="name" autofocus maxlength="70" :label="words.nameLabel" :error-messages="errors('name')" />
      <fieldset>
        <legend>{{ words.scopes }}</legend>
        <v-checkbox
          v-for="scope in CHOSEN_SCOPES"
          :key="scope"
          v-model="scopes"
          :value="scope"
          :label="`${scope}: ${SCOPE_HINTS[scope]}`"
        />
      </fieldset>
      <v-select
        v-model="channel"
        :items="store.channels"
        item-value="id"
        item-title="name"
        :label="words.channel"
        :hint="words.channelHint"
        :error-messages="errors('channel')"
      />
      <DayField v-model="lastDay" path="endsAt" :label="words.ends" :hint="words.endsHint" :errors="errors('endsAt')" />
    </template>
  </FormDialog>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
}

legend {
  color: var(--quiet);
  font-size: 13px;
}
</style>
