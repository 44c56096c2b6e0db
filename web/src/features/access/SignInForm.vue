<script setup lang="ts">
import type { SessionAnswer } from '@novalex/contract'
import { computed, ref } from 'vue'
import { call } from '@/api/call.ts'
import { accessText, ROLE_HINTS, ROLE_NAMES } from '@/locale/catalogue.ts'
import { useForm } from '@/components/useForm.ts'

/** Address and password; in the demo, its people besides. `only` is the one who may sign in here. */
const { demo, only = null } = defineProps<{ demo: SessionAnswer['demo']; only?: string | null }>()
const emit = defineEmits<{ done: [SessionAnswer] }>()

const words = accessText.signIn
const email = ref(only ?? '')
const password = ref('')
const { refusal, isSending, submit } = useForm({ hasFields: false })
const offered = computed(() => demo.filter((person) => only === null || person.email === only))

const signIn = () =>
  submit(async () => {
    emit('done', await call('signIn', { body: { email: email.value, password: password.value } }))
  })
const signInToDemo = (address: string) =>
  submit(async () => {
    emit('done', await call('signInToDemo', { body: { email: address } }))
  })
</script>

<template>
  <form class="form" @submit.prevent="signIn">
    <v-text-field
      v-model="email"
      type="text"
      inputmode="email"
      autocomplete="username"
      :label="accessText.email"
      maxlength="254"
      :readonly="only !== null"
      :autofocus="only === null"
    />
    <v-text-field
      v-model="password"
      type="password"
      autocomplete="current-password"
      :label="accessText.password"
      maxlength="200"
      :autofocus="only !== null"
    />
    <p v-if="refusal" class="wrong" role="alert">{{ refusal }}</p>
    <v-btn type="submit" variant="flat" :disabled="email.trim() === '' || password === '' || isSending">{{
      words.act
    }}</v-btn>
  </form>
  <section v-if="offered.length > 0" class="demo">
    <h2>{{ words.demoTitle }}</h2>
    <p class="quiet">{{ words.demoHint }}</p>
    <ul>
      <li v-for="person in offered" :key="person.email">
        <button type="button" class="person" :disabled="isSending" @click="signInToDemo(person.email)">
          <strong>{{ words.demoAct(person.name) }}</strong>
          <span class="quiet">{{ ROLE_NAMES[person.role] }}: {{ ROLE_HINTS[person.role] }}</span>
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.form {
  display: grid;
  gap: 14px;
}

.demo {
  border-top: 1px dashed var(--line);
  padding-top: 14px;
}

ul {
  display: grid;
  list-style: none;
  margin-top: 8px;
  padding: 0;
}

.person {
  background: none;
  border: 0;
  border-bottom: 1px solid var(--line);
  color: inherit;
  cursor: pointer;
  display: grid;
  font: inherit;
  padding: 7px 0;
  text-align: left;
  width: 100%;
}

.person strong {
  color: var(--act);
  font-weight: 600;
}

.person:hover {
  background: var(--desk);
}

.person .quiet {
  font-size: 13px;
}
</style>
