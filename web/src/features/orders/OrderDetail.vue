<script setup lang="ts">
import { computed, ref } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import FormDialog from '@/components/FormDialog.vue'
import LoadError from '@/components/LoadError.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { sellingText } from '@/locale/catalogue.ts'
import { formatInstant, formatMoney, nameDelivery } from '@novalex/words'
import { wordsOf } from '@/mechanics/words.ts'
import { nameReduction } from '@/features/shop/nameCause.ts'
import { useNames } from '@/stores/names.ts'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** An order as its receipt, and what each promotion did to it. */
const { id } = defineProps<{ id: string }>()
const words = sellingText.orders
const store = useStoreInfo()
const names = useNames()
const session = useSession()
const notice = useNotice()
const attempt = useAttempt()
const asked = useAnswer('getOrder', () => ({ params: { id } }))
const { data: order } = asked
const isCancelling = ref(false)
const mayCancel = computed(() => order.value?.state === 'placed' && session.may('releaser'))
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone })

/** Whether each line bears its share of the reductions of all goods, as tax and cancelling take them. */
const isUnfolded = ref(false)
const lines = computed(
  () =>
    order.value?.lines.map((line, index) => {
      const onReceipt = order.value!.receipt?.lines[index]
      const total = isUnfolded.value ? line.paid : (onReceipt?.total ?? line.paid)
      return { ...line, total, regular: onReceipt?.regular ?? 0 }
    }) ?? [],
)
const reductions = computed(() => order.value?.receipt?.reductions ?? [])

async function cancel(): Promise<void> {
  isCancelling.value = false
  await attempt(async () => {
    const { number } = await call('cancelOrder', { params: { id } })
    notice.say(words.saidCancelled(number))
  })
}
</script>

<template>
  <LoadError :of="[asked]" />
  <article v-if="order">
    <div class="roll">
      <p class="quiet">
        {{ order.number }} · {{ when(order.placedAt) }}
        <template v-if="order.release !== null"> · {{ words.release(order.release) }}</template>
      </p>
      <p v-if="order.email" class="quiet who">{{ order.name }} {{ order.email }}</p>
      <p v-for="(line, index) in lines" :key="index" class="entry">
        <span>{{ line.quantity }} × {{ line.name }}</span> <span class="dots" />
        <s v-if="line.regular > line.total" class="quiet money">{{ formatMoney(line.regular) }}</s>
        <span class="money">{{ formatMoney(line.total) }}</span>
      </p>
      <template v-if="!isUnfolded">
        <p v-for="(one, index) in reductions" :key="`r${index}`" class="entry saves">
          <span>{{ nameReduction(one, names.names) }}</span> <span class="dots" />
          <span class="money">{{ formatMoney(-one.amount) }}</span>
        </p>
      </template>
      <button v-if="reductions.length > 0" type="button" class="as-link" @click="isUnfolded = !isUnfolded">
        {{ isUnfolded ? words.fold : words.unfold }}
      </button>
      <p v-if="order.delivery" class="entry">
        <span>{{ words.delivery }}: {{ nameDelivery(order.delivery.option) }}, {{ order.delivery.country }}</span>
        <span class="dots" /> <span class="money">{{ formatMoney(order.delivery.paid) }}</span>
      </p>
      <p v-for="(surcharge, index) in order.receipt?.surcharges ?? []" :key="`s${index}`" class="entry">
        <span>{{ surcharge.title ?? wordsOf({ kind: surcharge.kind }).cause }}</span> <span class="dots" />
        <span class="money">{{ formatMoney(surcharge.amount) }}</span>
      </p>
      <p class="entry sum">
        <strong>{{ words.total }}</strong> <span class="dots" />
        <strong class="money">{{ formatMoney(order.grand) }}</strong>
      </p>
    </div>
    <div>
      <h2>{{ words.madeBy }}</h2>
      <p v-if="order.state === 'past'" class="quiet">{{ words.noReceipt }}</p>
      <ul v-else>
        <li v-for="use in order.uses" :key="use.promotion">
          <router-link :to="`/promotions/${encodeURIComponent(use.promotion)}`">{{ use.name }}</router-link>
          <span class="quiet use">{{ words.used(use.units, use.discount, use.added) }}</span>
          <span v-if="use.code" class="quiet use">{{ words.codeOf(use.code) }}</span>
        </li>
      </ul>
      <p v-if="order.cancelled" class="wrong">
        {{ words.cancelledBy(order.cancelled.by, when(order.cancelled.at)) }}
      </p>
      <FormDialog
        v-if="mayCancel"
        v-model="isCancelling"
        :title="words.cancelTitle(order.number)"
        :save="words.cancelAct"
        :cancel="words.keepAct"
        @keep="cancel"
      >
        <template #activator="{ props }">
          <v-btn v-bind="props" size="small">{{ words.cancel }}</v-btn>
        </template>
        <p>{{ words.cancelHint }}</p>
      </FormDialog>
    </div>
  </article>
</template>

<style scoped>
article {
  align-items: start;
  display: grid;
  gap: 32px;
  grid-template-columns: 340px minmax(0, 1fr);
  padding: 10px 0 18px;
  white-space: normal;
}

.roll {
  background: var(--sheet);
  border: 1px solid var(--line);
  padding: 12px 16px;
}

.who {
  overflow-wrap: anywhere;
}

.entry {
  align-items: baseline;
  display: flex;
  gap: 6px;
  padding: 3px 0;
}

.dots {
  border-bottom: 1px dotted var(--quiet);
  flex: 1;
  min-width: 12px;
}

.sum {
  border-top: 1px solid var(--ink);
  margin-top: 6px;
  padding-top: 6px;
}

ul {
  list-style: none;
  margin-bottom: 14px;
  padding: 0;
}

li {
  padding: 3px 0;
}

.use {
  margin-left: 8px;
}
</style>
