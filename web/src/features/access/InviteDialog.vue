<script setup lang="ts">
import { PERSON_ROLES, type PersonRole } from '@novalex/contract'
import { reactive, ref } from 'vue'
import { call } from '@/api/call.ts'
import FormDialog from '@/components/FormDialog.vue'
import { accessText, ROLE_HINTS, ROLE_NAMES } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useForm } from '@/components/useForm.ts'

const words = accessText.people
const notice = useNotice()
const store = useStoreInfo()
const { refusal, isSending, submit, errors, reset } = useForm()
const isOpen = ref(false)
const person = reactive({ name: '', email: '', role: 'planner' as PersonRole })

function begin(): void {
  Object.assign(person, { name: '', email: '', role: 'planner' })
  reset()
}

async function invite(): Promise<void> {
  const isSent = await submit(() => call('invitePerson', { body: { ...person } }))
  if (!isSent) return
  isOpen.value = false
  notice.say(words.invited(person.email.trim()))
  await store.refresh()
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="words.inviteTitle"
    :save="words.inviteAct"
    :refusal="refusal"
    :incomplete="person.name.trim() === '' || person.email.trim() === '' || isSending"
    @opened="begin"
    @keep="invite"
  >
    <template #activator="{ props }">
      <v-btn v-bind="props" size="small">{{ words.invite }}</v-btn>
    </template>
    <v-text-field
      v-model="person.name"
      autofocus
      maxlength="80"
      :label="accessText.name"
      :error-messages="errors('name')"
    />
    <v-text-field
      v-model="person.email"
      maxlength="254"
      inputmode="email"
      :label="accessText.email"
      :error-messages="errors('email')"
    />
    <v-radio-group v-model="person.role" :label="accessText.role" hide-details>
      <v-radio
        v-for="role in PERSON_ROLES"
        :key="role"
        :value="role"
        :label="`${ROLE_NAMES[role]}: ${ROLE_HINTS[role]}`"
      />
    </v-radio-group>
  </FormDialog>
</template>
