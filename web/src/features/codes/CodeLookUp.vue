<script setup lang="ts">
import type { CodeFate } from '@novalex/contract'
import { computed, ref } from 'vue'
import { useRouteQuery } from '@vueuse/router'
import { call } from '@/api/call.ts'
import { useAttempt } from '@/composables/useAttempt.ts'
import { sellingText, joinWords } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** One box: what became of this code? */
const words = sellingText.codes
const store = useStoreInfo()
const notice = useNotice()
const attempt = useAttempt()
const typed = ref(useRouteQuery('code', '').value)
const fate = ref<CodeFate | null>(null)
const recipient = ref('')
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone })

const lookUp = () =>
  typed.value.trim() === ''
    ? Promise.resolve()
    : attempt(async () => {
        fate.value = await call('lookUpCode', { params: { code: typed.value.trim().slice(0, 100) } })
        recipient.value = ''
      })
// A link may bring a code.
if (typed.value) void lookUp()

const makeVoid = ({ code }: CodeFate) =>
  attempt(async () => {
    fate.value = await call('voidCode', { params: { code } })
    notice.say(words.saidVoid)
  })
const mark = ({ code }: CodeFate) =>
  attempt(async () => {
    fate.value = await call('markCodeIssued', { params: { code }, body: { recipient: recipient.value.trim() } })
    recipient.value = ''
    notice.say(words.saidMarked)
  })

const details = computed(() => {
  const one = fate.value
  if (!one) return []
  const { batch, promotions, issued } = one
  return [
    ...(promotions.length > 0
      ? [
          joinWords(
            promotions.map(({ name }) => name),
            'and',
          ),
        ]
      : []),
    ...(batch ? [words.ofBatch(batch.name)] : []),
    ...(issued ? [words.issued[issued.kind](issued.recipient, when(issued.at))] : []),
  ]
})
</script>

<template>
  <div class="look">
    <form @submit.prevent="lookUp">
      <v-text-field v-model="typed" data-search :label="words.lookUp" maxlength="100" hide-details />
      <v-btn type="submit" variant="flat" :disabled="typed.trim() === ''">{{ words.lookUpAct }}</v-btn>
    </form>
    <div v-if="fate" class="fate" role="status">
      <p><strong class="code">{{ fate.code }}</strong> {{ words.fate[fate.state] }}.</p>
      <p v-for="(detail, index) in details" :key="index" class="quiet">{{ detail }}</p>
      <p v-for="order in fate.orders" :key="order.id" class="quiet">
        <router-link :to="{ path: '/orders', query: { search: order.number } }">{{
          words.order(order.number)
        }}</router-link
        >{{ order.isCancelled ? words.cancelledUse(when(order.placedAt)) : words.usedBy(when(order.placedAt)) }}
      </p>
      <form v-if="fate.batch && fate.state === 'unused'" class="acts" @submit.prevent="mark(fate)">
        <v-text-field v-model="recipient" :label="words.mark" maxlength="120" hide-details />
        <v-btn type="submit" size="small" :disabled="recipient.trim() === ''">{{ words.markAct }}</v-btn>
        <v-btn size="small" @click="makeVoid(fate)">{{ words.void }}</v-btn>
      </form>
    </div>
  </div>
</template>

<style scoped>
.look {
  margin: 14px 0 6px;
  max-width: 640px;
}

form {
  align-items: center;
  display: flex;
  gap: 10px;
}

.fate {
  border-left: 3px solid var(--moment);
  margin-top: 12px;
  overflow-wrap: anywhere;
  padding: 4px 0 4px 14px;
}

.code {
  letter-spacing: 0.04em;
}

.acts {
  margin-top: 8px;
}
</style>
