<script setup lang="ts">
import type { SalePriceRemovalAnswer } from '@novalex/contract'
import { ref, shallowRef } from 'vue'
import { call } from '@/api/call.ts'
import FormDialog from '@/components/FormDialog.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { toDraft } from '@/draft/toDraft.ts'
import { text, repriceText, counted } from '@/locale/catalogue.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNotice } from '@/stores/notice.ts'
import { useProductChoice } from '@/stores/productChoice.ts'

/** Takes the sale prices of the chosen products off, and puts them back if that was not meant. */
const moment = useMoment()
const choice = useProductChoice()
const notice = useNotice()
const attempt = useAttempt()
const words = repriceText.takeOff
const isOpen = ref(false)
const answer = shallowRef<SalePriceRemovalAnswer | null>(null)

const request = () => ({ pick: choice.picked, at: moment.at })

function look(): void {
  answer.value = null
  void attempt(async () => {
    answer.value = await call('previewSalePriceRemoval', { body: request() })
  })
}

function takeOff(): void {
  void attempt(async () => {
    const { planRevision, catalogueRevision } = answer.value!
    const before = await call('removeSalePrices', { body: { ...request(), planRevision, catalogueRevision } })
    isOpen.value = false
    notice.say(words.done(counted.product(answer.value!.products)), {
      label: text.common.undo,
      run: () =>
        void attempt(async () => {
          for (const record of before)
            await call('updatePromotion', {
              params: { id: record.promotion.id },
              body: { ...toDraft(record), version: record.version + 1 },
            })
        }),
    })
  })
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="words.title"
    :save="words.accept"
    :incomplete="!answer || answer.products === 0"
    @opened="look"
    @keep="takeOff"
  >
    <template #activator="{ props }">
      <v-btn v-bind="props" size="small">{{ words.open }}</v-btn>
    </template>
    <p v-if="!answer" class="quiet">{{ text.common.loading }}</p>
    <p v-else-if="answer.products === 0">{{ words.nothing }}</p>
    <template v-else>
      <p>{{ words.what(counted.product(answer.products)) }}</p>
      <ul>
        <li v-for="sale in answer.sales" :key="sale.id">
          <strong>{{ sale.name }}</strong> · {{ counted.product(sale.products) }} ·
          {{ sale.stops ? words.stops : words.keeps }}
        </li>
      </ul>
    </template>
  </FormDialog>
</template>

<style scoped>
ul {
  max-height: 40vh;
  overflow: auto;
  padding-left: 18px;
}
</style>
