<script setup lang="ts">
import { WEBHOOK_EVENTS, type WebhookDelivery, type WebhookEvent, type WebhookRecord } from '@novalex/contract'
import { ref } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import FormDialog from '@/components/FormDialog.vue'
import ShownOnce from '@/components/ShownOnce.vue'
import LoadError from '@/components/LoadError.vue'
import { useForm } from '@/components/useForm.ts'
import { useAttempt } from '@/composables/useAttempt.ts'
import { accessText, text } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** Where shops are told what happened, and how they last answered. */
const words = accessText.webhooks
const store = useStoreInfo()
const notice = useNotice()
const attempt = useAttempt()
const { refusal, isSending, submit, errors, reset } = useForm()
const asked = useAnswer('listWebhooks')
const isOpen = ref(false)
const url = ref('')
const events = ref<WebhookEvent[]>([...WEBHOOK_EVENTS])
const secret = ref('')
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone, year: false })

function begin(): void {
  url.value = ''
  events.value = [...WEBHOOK_EVENTS]
  secret.value = ''
  reset()
}
async function keep(): Promise<void> {
  if (secret.value) {
    isOpen.value = false
    return
  }
  await submit(async () => {
    secret.value = (await call('createWebhook', { body: { url: url.value.trim(), events: [...events.value] } })).secret
  })
  await asked.refetch()
}
const remove = ({ id, url: address }: WebhookRecord) =>
  attempt(async () => {
    await call('deleteWebhook', { params: { id } })
    notice.say(words.removed(address))
    await asked.refetch()
  })

function describe({ event, at, state, attempts, note, dueAt }: WebhookDelivery): string {
  const what = words.events[event as WebhookEvent] ?? event
  if (state === 'delivered') return words.delivered(what, when(at))
  const why = words.why(note)
  if (state === 'failed') return words.failed(what, why, attempts)
  return attempts === 0 ? words.waiting(what) : words.again(what, why, when(dueAt ?? at))
}
</script>

<template>
  <section>
    <header>
      <h2>{{ words.title }}</h2>
      <span class="quiet grow">{{ words.hint }}</span>
      <FormDialog
        v-model="isOpen"
        :title="secret ? words.madeTitle : words.make"
        :save="secret ? text.common.close : words.makeAct"
        :cancel="secret ? null : text.common.cancel"
        :refusal="refusal"
        :incomplete="!secret && (url.trim() === '' || events.length === 0 || isSending)"
        @opened="begin"
        @keep="keep"
      >
        <template #activator="{ props }">
          <v-btn v-bind="props" size="small">{{ words.make }}</v-btn>
        </template>
        <template v-if="secret">
          <ShownOnce :value="secret" :hint="words.madeHint" name="secret" />
        </template>
        <template v-else>
          <v-text-field v-model="url" autofocus maxlength="500" :label="words.url" :error-messages="errors('url')" />
          <v-checkbox
            v-for="event in WEBHOOK_EVENTS"
            :key="event"
            v-model="events"
            :value="event"
            :label="words.events[event]"
            hide-details
          />
        </template>
      </FormDialog>
    </header>
    <LoadError :of="[asked]" />
    <p v-if="asked.data.value?.length === 0" class="quiet">{{ words.none }}</p>
    <table v-else-if="asked.data.value" class="printed">
      <thead>
        <tr>
          <th scope="col">{{ words.url }}</th>
          <th scope="col">{{ words.columns.events }}</th>
          <th scope="col">{{ words.columns.answers }}</th>
          <th scope="col">
            <span class="visually-hidden">{{ text.common.actions }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="webhook in asked.data.value" :key="webhook.id">
          <td class="url">{{ webhook.url }}</td>
          <td>
            <div v-for="event in webhook.events" :key="event">{{ words.events[event] }}</div>
          </td>
          <td>
            <span v-if="webhook.deliveries.length === 0" class="quiet">{{ words.nothing }}</span>
            <div
              v-for="delivery in webhook.deliveries"
              v-else
              :key="delivery.id"
              :class="{ wrong: delivery.state === 'failed' }"
            >
              {{ describe(delivery) }}
            </div>
          </td>
          <td>
            <div class="row-acts">
              <v-btn size="small" @click="remove(webhook)">{{ words.remove }}</v-btn>
            </div>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
section {
  margin-top: 28px;
}

header {
  align-items: baseline;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin-bottom: 6px;
}

.grow {
  flex: 1;
}

.url {
  max-width: 320px;
  overflow-wrap: anywhere;
}
</style>
