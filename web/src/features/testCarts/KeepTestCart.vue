<script setup lang="ts">
import type { Cart, Instant, MinorUnits } from '@novalex/core'
import { ref } from 'vue'
import { call } from '@/api/call.ts'
import FormDialog from '@/components/FormDialog.vue'
import { useForm } from '@/components/useForm.ts'
import { proofText } from '@/locale/catalogue.ts'
import { formatInstant, formatMoney } from '@novalex/words'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { plain } from '@/stores/tillPlan.ts'

/** Keeps a cart with what it comes to now, so that a later edit that breaks it is seen. */
const {
  cart,
  total,
  suggested,
  at: instant,
} = defineProps<{
  cart: Cart
  total: MinorUnits
  suggested: string
  /** When it is to be priced; null: at whatever time it is then. */
  at: Instant | null
}>()

const store = useStoreInfo()
const notice = useNotice()
const words = proofText.testCarts
const isOpen = ref(false)
const name = ref('')
const isExpected = ref(true)
const { refusal, submit, reset } = useForm({ hasFields: false })

function begin(): void {
  name.value = suggested
  reset()
}

async function keep(): Promise<void> {
  const at = instant === null ? null : new Date(instant).toISOString()
  const body = { name: name.value, at, cart: plain(cart), expected: isExpected.value ? total : null }
  if (!(await submit(() => call('createTestCart', { body })))) return
  isOpen.value = false
  notice.say(words.kept(body.name))
  await store.refresh()
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="words.keepTitle"
    :save="words.save"
    :width="460"
    :incomplete="name.trim() === ''"
    @keep="keep"
    @opened="begin"
  >
    <template #activator="{ props }">
      <button v-bind="props" type="button" class="as-link">{{ words.keep }}</button>
    </template>
    <v-text-field v-model="name" :label="words.name" maxlength="120" autofocus :error-messages="refusal" />
    <v-radio-group v-model="isExpected" hide-details>
      <v-radio :value="true" :label="words.expects(formatMoney(total))" />
      <v-radio :value="false" :label="words.watches" />
    </v-radio-group>
    <p class="quiet">
      {{ instant === null ? words.atNow : words.atMoment(formatInstant(instant, { zone: store.zone, year: true })) }}
    </p>
  </FormDialog>
</template>
