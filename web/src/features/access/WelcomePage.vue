<script setup lang="ts">
import type { LinkAnswer } from '@novalex/contract'
import { ref, shallowRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { call } from '@/api/call.ts'
import { ApiError } from '@/api/http.ts'
import { accessText, explainError } from '@/locale/catalogue.ts'
import { useSession } from '@/stores/session.ts'
import DoorFrame from './DoorFrame.vue'
import { useForm } from '@/components/useForm.ts'

/** Page for choosing a password after an invitation or reset. The link's secret is in the fragment, which is never sent. */
const session = useSession()
const router = useRouter()
const token = useRoute().hash.slice(1)
const words = accessText.welcome
const link = shallowRef<LinkAnswer | null>(null)
const lapsed = ref('')
const password = ref('')
const { refusal, isSending, submit, errors } = useForm()

async function look(): Promise<void> {
  try {
    link.value = await call('getLink', { body: { token } })
  } catch (thrown) {
    if (!(thrown instanceof ApiError)) throw thrown
    lapsed.value = ['link-lapsed', 'invalid-input'].includes(thrown.code) ? words.lapsed : explainError(thrown)
  }
}
void look()

const keep = () =>
  submit(async () => {
    session.take(await call('useLink', { body: { token, password: password.value } }))
    await router.replace('/')
  })
</script>

<template>
  <DoorFrame v-if="link" :title="words[link.kind](link.name)">
    <form class="form" @submit.prevent="keep">
      <p class="quiet">{{ words.hint }}</p>
      <input
        class="visually-hidden"
        :aria-label="accessText.email"
        autocomplete="username"
        :value="link.email"
        readonly
        tabindex="-1"
      />
      <v-text-field
        v-model="password"
        autofocus
        type="password"
        autocomplete="new-password"
        maxlength="200"
        :label="accessText.password"
        :error-messages="errors('password')"
      />
      <p v-if="refusal" class="wrong" role="alert">{{ refusal }}</p>
      <v-btn type="submit" variant="flat" :disabled="password === '' || isSending">{{ words.act }}</v-btn>
    </form>
  </DoorFrame>
  <DoorFrame v-else-if="lapsed" :title="accessText.reset.title">
    <p class="wrong" role="alert">{{ lapsed }}</p>
    <router-link to="/sign-in">{{ accessText.reset.back }}</router-link>
  </DoorFrame>
</template>

<style scoped>
.form {
  display: grid;
  gap: 14px;
}
</style>
