<script setup lang="ts">
import { shallowRef, watch } from 'vue'
import { call } from '@/api/call.ts'
import { accessText } from '@/locale/catalogue.ts'
import { useSession } from '@/stores/session.ts'
import type { SessionAnswer } from '@novalex/contract'
import SignInForm from './SignInForm.vue'

/** Over the page whose session has ended: who signs in again goes on where they were. */
const session = useSession()
const words = accessText.again
const demo = shallowRef<SessionAnswer['demo']>([])

watch(
  () => session.isEnded,
  async (isEnded) => {
    if (isEnded) demo.value = (await call('getSession').catch(() => null))?.demo ?? []
  },
  { immediate: true },
)

function leave(): void {
  window.location.assign('/sign-in')
}
</script>

<template>
  <v-dialog :model-value="session.isEnded" persistent max-width="440" :aria-label="words.title">
    <v-card v-if="session.account" border class="again">
      <h2>{{ words.title }}</h2>
      <p>{{ words.hint(session.account.name) }}</p>
      <SignInForm :demo="demo" :only="session.account.email" @done="session.take" />
      <p class="quiet">
        <button type="button" class="as-link" @click="leave">{{ words.other }}</button> {{ words.otherHint }}
      </p>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.again {
  display: grid;
  gap: 14px;
  padding: 20px 24px;
}
</style>
