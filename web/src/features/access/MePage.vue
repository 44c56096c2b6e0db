<script setup lang="ts">
import type { OwnSessions } from '@novalex/contract'
import { ref } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { accessText, ROLE_SENTENCES } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { nameAgent } from './nameAgent.ts'
import { useForm } from '@/components/useForm.ts'

/** One's own password, and where one is signed in. */
const words = accessText.me
const session = useSession()
const store = useStoreInfo()
const notice = useNotice()
const attempt = useAttempt()
const { refusal, isSending, submit, errors } = useForm()
const present = ref('')
const password = ref('')
const asked = useAnswer('listOwnSessions')
const { data: sessions } = asked
const when = (text: string) => formatInstant(Date.parse(text), { zone: store.zone })

async function change(): Promise<void> {
  const isChanged = await submit(() =>
    call('changePassword', { body: { present: present.value, password: password.value } }),
  )
  if (!isChanged) return
  present.value = ''
  password.value = ''
  notice.say(words.changed)
  await store.refresh()
}

const end = ({ id }: OwnSessions[number]) =>
  attempt(async () => {
    await call('endOwnSession', { params: { id } })
    notice.say(words.ended)
  })
</script>

<template>
  <section v-if="session.account" class="page">
    <header class="page-head">
      <h1>{{ session.account.name }}</h1>
      <span class="quiet">{{ session.account.email }}</span>
      <span class="grow" />
      <v-btn size="small" @click="session.signOut">{{ accessText.signIn.out }}</v-btn>
    </header>
    <p>{{ ROLE_SENTENCES[session.account.role] }}</p>
    <div class="two">
      <form @submit.prevent="change">
        <h2>{{ words.passwordTitle }}</h2>
        <input
          class="visually-hidden"
          :aria-label="accessText.email"
          autocomplete="username"
          :value="session.account.email"
          readonly
          tabindex="-1"
        />
        <v-text-field
          v-model="present"
          type="password"
          autocomplete="current-password"
          maxlength="200"
          :label="words.present"
          :error-messages="errors('present')"
        />
        <v-text-field
          v-model="password"
          type="password"
          autocomplete="new-password"
          maxlength="200"
          :label="words.next"
          :hint="accessText.welcome.hint"
          persistent-hint
          :error-messages="errors('password')"
        />
        <p v-if="refusal" class="wrong" role="alert">{{ refusal }}</p>
        <v-btn type="submit" :disabled="present === '' || password === '' || isSending">{{ words.act }}</v-btn>
      </form>
      <section>
        <h2>{{ words.sessionsTitle }}</h2>
        <LoadError :of="[asked]" />
        <ul v-if="sessions">
          <li v-for="one in sessions" :key="one.id">
            <div>
              <strong>{{ nameAgent(one.agent) ?? words.unknown }}</strong>
              <span v-if="one.isThis" class="saves"> · {{ words.this }}</span>
              <p class="quiet">{{ words.since(when(one.createdAt), when(one.seenAt)) }}</p>
            </div>
            <v-btn v-if="!one.isThis" size="small" @click="end(one)">{{ words.end }}</v-btn>
          </li>
        </ul>
      </section>
    </div>
  </section>
</template>

<style scoped>
.two {
  align-items: start;
  display: grid;
  gap: 48px;
  grid-template-columns: minmax(0, 360px) minmax(0, 520px);
  margin-top: 22px;
}

form {
  display: grid;
  gap: 14px;
}

form .v-btn {
  justify-self: start;
}

ul {
  list-style: none;
  padding: 0;
}

li {
  align-items: center;
  border-bottom: 1px solid var(--line);
  display: flex;
  gap: 12px;
  justify-content: space-between;
  padding: 8px 0;
}
</style>
