<script setup lang="ts">
import { LONGEST_SALE_DAYS, PRIOR_DAYS } from '@novalex/core'
import { ref } from 'vue'
import { call } from '@/api/call.ts'
import FormDialog from '@/components/FormDialog.vue'
import TypedField from '@/components/TypedField.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { useForm } from '@/components/useForm.ts'
import { text, productText } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** Below what nothing is sold, and what reductions are measured against. */
const store = useStoreInfo()
const notice = useNotice()
const attempt = useAttempt()
const words = productText.rules
const { refusal, submit, reset } = useForm()
const isOpen = ref(false)
const isEnforced = ref(true)
const margin = ref(0)
const priorDays = ref(PRIOR_DAYS)
const longestSaleDays = ref(LONGEST_SALE_DAYS)

const present = () => {
  const { floor, priorDays: prior = PRIOR_DAYS, longestSaleDays: longest = LONGEST_SALE_DAYS } = store.settings
  return { floor, priorDays: prior, longestSaleDays: longest }
}

function begin(): void {
  const rules = present()
  isEnforced.value = rules.floor.enforce
  margin.value = rules.floor.minMargin
  priorDays.value = rules.priorDays
  longestSaleDays.value = rules.longestSaleDays
  reset()
}

async function keep(): Promise<void> {
  const before = present()
  const { version } = store.info!
  const isKept = await submit(() =>
    call('savePriceRules', {
      body: {
        version,
        floor: { enforce: isEnforced.value, minMargin: margin.value },
        priorDays: priorDays.value,
        longestSaleDays: longestSaleDays.value,
      },
    }),
  )
  if (!isKept) return
  isOpen.value = false
  notice.say(words.kept, {
    label: text.common.undo,
    run: () => void attempt(() => call('savePriceRules', { body: { ...before, version: version + 1 } })),
  })
  await store.refresh()
}
</script>

<template>
  <FormDialog v-model="isOpen" :title="words.title" :save="words.save" :refusal="refusal" @opened="begin" @keep="keep">
    <template #activator="{ props }">
      <v-btn v-bind="props" size="small">{{ words.open }}</v-btn>
    </template>
    <v-checkbox v-model="isEnforced" :label="words.enforce" />
    <TypedField v-if="isEnforced" v-model="margin" kind="percent" path="floor.minMargin" :label="words.margin" />
    <p v-if="isEnforced" class="quiet">{{ words.floorHint }}</p>
    <TypedField v-model="priorDays" kind="count" path="priorDays" :label="words.prior" :hint="words.priorHint" />
    <TypedField
      v-model="longestSaleDays"
      kind="count"
      path="longestSaleDays"
      :label="words.longest"
      :hint="words.longestHint"
    />
  </FormDialog>
</template>
