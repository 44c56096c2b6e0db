<script setup lang="ts">
import { toReach } from '@novalex/core'
import { computed, ref } from 'vue'
import { call } from '@/api/call.ts'
import FormDialog from '@/components/FormDialog.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { useForm } from '@/components/useForm.ts'
import { text, productText, counted } from '@/locale/catalogue.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNotice } from '@/stores/notice.ts'
import { useProductChoice } from '@/stores/productChoice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** Keeps what was chosen as a product set: as a filter where one says the same for ever, else as the products found now. */
const { found } = defineProps<{ found: number }>()

const choice = useProductChoice()
const moment = useMoment()
const notice = useNotice()
const attempt = useAttempt()
const store = useStoreInfo()
const words = productText.table.set
const isOpen = ref(false)
const name = ref('')
const { refusal, submit } = useForm({ hasFields: false })
const reach = computed(() => (choice.chosen.size > 0 ? null : toReach(choice.filters)))
const products = computed(() => (choice.chosen.size > 0 ? choice.chosen.size : found))

const listSkus = async () =>
  choice.chosen.size > 0
    ? [...choice.chosen]
    : (await call('listFoundProducts', { body: { ...moment.asked, filters: choice.filters } })).skus

async function keep(): Promise<void> {
  const draft = { name: name.value.trim() }
  await submit(async () => {
    const content = reach.value ? { filter: reach.value } : { skus: await listSkus() }
    const set = await call('createSet', { body: { ...draft, content } })
    isOpen.value = false
    name.value = ''
    const undo = () =>
      void attempt(() => call('deleteSet', { params: { id: set.id }, query: { version: set.version } }))
    notice.say(words.kept(draft.name), { label: text.common.undo, run: undo })
    await store.refresh()
  })
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="words.title"
    :save="words.save"
    :incomplete="name.trim() === ''"
    :refusal="refusal"
    @keep="keep"
  >
    <template #activator="{ props }">
      <v-btn v-bind="props" size="small" :disabled="products === 0">{{ words.open }}</v-btn>
    </template>
    <v-text-field v-model="name" :label="words.name" maxlength="120" autofocus />
    <p class="quiet">{{ reach ? words.asFilter : words.asList(counted.product(products)) }}</p>
  </FormDialog>
</template>
