<script setup lang="ts">
import type { SessionAnswer } from '@novalex/contract'
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { call } from '@/api/call.ts'
import { accessText } from '@/locale/catalogue.ts'
import { useSession } from '@/stores/session.ts'
import DoorFrame from './DoorFrame.vue'
import SignInForm from './SignInForm.vue'
import { useForm } from '@/components/useForm.ts'

const session = useSession()
const router = useRouter()
const route = useRoute()
const isReset = ref(false)
const email = ref('')
const sentTo = ref('')
const { refusal, isSending, submit, errors, reset } = useForm()

async function begin(answer: SessionAnswer): Promise<void> {
  session.take(answer)
  const { next } = route.query
  // Only to a page of our own.
  await router.replace(typeof next === 'string' && /^\/(?!\/)/.test(next) ? next : '/')
}

const requestPasswordReset = () =>
  submit(async () => {
    await call('requestPasswordReset', { body: { email: email.value } })
    sentTo.value = email.value.trim()
  })

function toReset(to: boolean): void {
  isReset.value = to
  sentTo.value = ''
  reset()
}
</script>

<template>
  <DoorFrame :title="isReset ? accessText.reset.title : accessText.signIn.title">
    <template v-if="!isReset">
      <SignInForm :demo="session.answer?.demo ?? []" @done="begin" />
      <p class="ways">
        <button type="button" class="as-link" @click="toReset(true)">{{ accessText.signIn.forgot }}</button>
        <router-link to="/shop">{{ accessText.signIn.shop }}</router-link>
      </p>
    </template>
    <template v-else>
      <p v-if="sentTo" role="status">{{ accessText.reset.sent(sentTo) }}</p>
      <form v-else class="form" @submit.prevent="requestPasswordReset">
        <p>{{ accessText.reset.hint }}</p>
        <v-text-field
          v-model="email"
          autofocus
          inputmode="email"
          autocomplete="username"
          maxlength="254"
          :label="accessText.email"
          :error-messages="errors('email')"
        />
        <p v-if="refusal" class="wrong" role="alert">{{ refusal }}</p>
        <v-btn type="submit" variant="flat" :disabled="email.trim() === '' || isSending">{{
          accessText.reset.act
        }}</v-btn>
      </form>
      <button type="button" class="as-link" @click="toReset(false)">{{ accessText.reset.back }}</button>
    </template>
  </DoorFrame>
</template>

<style scoped>
.form {
  display: grid;
  gap: 14px;
}

.ways {
  align-items: baseline;
  display: flex;
  justify-content: space-between;
}
</style>
