<script setup lang="ts">
import { reactive } from 'vue'
import { useRouter } from 'vue-router'
import { call } from '@/api/call.ts'
import { accessText } from '@/locale/catalogue.ts'
import { useSession } from '@/stores/session.ts'
import DoorFrame from './DoorFrame.vue'
import { useForm } from '@/components/useForm.ts'

const session = useSession()
const router = useRouter()
const words = accessText.setUp
const { refusal, isSending, submit, errors } = useForm()
const zones = Intl.supportedValuesOf('timeZone')
const currencies = Intl.supportedValuesOf('currency')
const store = reactive({
  name: '',
  currency: 'EUR',
  timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone,
  pricesIncludeTax: true,
})
const person = reactive({ name: '', email: '', password: '' })

const begin = () =>
  submit(async () => {
    session.take(await call('setUp', { body: { store: { ...store }, person: { ...person } } }))
    await router.replace('/')
  })
</script>

<template>
  <DoorFrame :title="words.title" wide>
    <p>{{ words.hint }}</p>
    <form class="form" @submit.prevent="begin">
      <h2>{{ words.store }}</h2>
      <v-text-field
        v-model="store.name"
        autofocus
        maxlength="120"
        :label="words.storeName"
        :error-messages="errors('store.name')"
      />
      <div class="pair">
        <v-autocomplete
          v-model="store.currency"
          :items="currencies"
          :label="words.currency"
          :error-messages="errors('store.currency')"
        />
        <v-autocomplete
          v-model="store.timeZone"
          :items="zones"
          :label="words.timeZone"
          :error-messages="errors('store.timeZone')"
        />
      </div>
      <v-checkbox v-model="store.pricesIncludeTax" :label="words.gross" />
      <h2>{{ words.person }}</h2>
      <v-text-field
        v-model="person.name"
        maxlength="80"
        autocomplete="name"
        :label="accessText.name"
        :error-messages="errors('person.name')"
      />
      <v-text-field
        v-model="person.email"
        maxlength="254"
        inputmode="email"
        autocomplete="username"
        :label="accessText.email"
        :error-messages="errors('person.email')"
      />
      <v-text-field
        v-model="person.password"
        type="password"
        maxlength="200"
        autocomplete="new-password"
        :label="accessText.password"
        :hint="accessText.welcome.hint"
        persistent-hint
        :error-messages="errors('person.password')"
      />
      <p v-if="refusal" class="wrong" role="alert">{{ refusal }}</p>
      <v-btn type="submit" variant="flat" :disabled="isSending">{{ words.act }}</v-btn>
    </form>
  </DoorFrame>
</template>

<style scoped>
.form {
  display: grid;
  gap: 12px;
}

.pair {
  display: grid;
  gap: 12px;
  grid-template-columns: 140px 1fr;
}
</style>
