<script setup lang="ts">
import { ref } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { useForm } from '@/components/useForm.ts'
import { shopText } from '@/locale/catalogue.ts'
import ShopFrame from './ShopFrame.vue'

/** A page that gives a code to an address. */
const { slug } = defineProps<{ slug: string }>()
const words = shopText.handOut
const asked = useAnswer('getShopCodePage', () => ({ params: { slug } }))
const { data } = asked
const email = ref('')
const name = ref('')
const consent = ref(false)
const { refusal, isSending, submit } = useForm({ hasFields: false })
/** Result of a request: sent, with the code if the page may show it. */
const given = ref<{ readonly code: string | null } | null>(null)

const ask = () =>
  submit(async () => {
    const body = { email: email.value, name: name.value, consent: consent.value }
    given.value = await call('requestCode', { params: { slug }, body })
  })
</script>

<template>
  <ShopFrame>
    <LoadError :of="[asked]" />
    <article v-if="data">
      <h1>{{ data.title }}</h1>
      <p class="text">{{ data.text }}</p>
      <div v-if="given" role="status">
        <p>{{ words.sent }}</p>
        <p v-if="given.code" class="code">{{ words.shown(given.code) }}</p>
      </div>
      <template v-else>
        <p v-if="data.state !== 'open'">{{ words.states[data.state] }}</p>
        <form v-if="data.state === 'open' || data.state === 'gone'" @submit.prevent="ask">
          <v-text-field v-model="email" :label="words.email" type="email" maxlength="254" autocomplete="email" />
          <template v-if="data.state === 'open'">
            <v-text-field v-model="name" :label="words.name" maxlength="120" autocomplete="name" />
            <v-checkbox v-model="consent" :label="data.wording" :hint="words.noCondition" persistent-hint />
          </template>
          <p v-if="refusal" class="wrong" role="alert">{{ refusal }}</p>
          <v-btn type="submit" variant="flat" :disabled="isSending || email.trim() === ''">
            {{ data.state === 'open' ? words.ask : words.again }}
          </v-btn>
        </form>
      </template>
    </article>
  </ShopFrame>
</template>

<style scoped>
article,
form {
  display: grid;
  gap: 12px;
  max-width: 480px;
}

h1,
.text {
  overflow-wrap: anywhere;
}

.text {
  white-space: pre-line;
}

.code {
  border: 1px dashed var(--act);
  font-size: 19px;
  font-weight: 650;
  letter-spacing: 0.05em;
  margin-top: 8px;
  padding: 10px 14px;
}

form > :last-child {
  justify-self: start;
}
</style>
