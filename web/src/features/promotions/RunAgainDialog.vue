<script setup lang="ts">
import type { PromotionRecord } from '@novalex/contract'
import { addDays, dateOf, toLocal } from '@novalex/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { call } from '@/api/call.ts'
import DayField from '@/components/DayField.vue'
import FormDialog from '@/components/FormDialog.vue'
import { useForm } from '@/components/useForm.ts'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { text } from '@/locale/catalogue.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { countDays, createCopy, nameCopy } from './createCopy.ts'

/** Plans what has ended once more: one promotion, or a campaign with all of its own. */
const {
  name,
  records,
  isCampaign = false,
  goal = '',
} = defineProps<{
  name: string
  records: readonly PromotionRecord[]
  isCampaign?: boolean
  /** Of the campaign. */
  goal?: string
}>()

const words = text.promotions.runAgain
const router = useRouter()
const store = useStoreInfo()
const moment = useMoment()
const notice = useNotice()
const { all } = usePromotionRecords()
const { refusal, isSending, submit, errors, reset } = useForm()
const isOpen = ref(false)
const start = ref<string | undefined>()
const campaignName = ref('')
/** What an attempt created before it failed; another goes on from there. */
let created: string[] = []
let campaign: string | undefined

const firstDay = computed(() => {
  const starts = records.flatMap(({ promotion: { schedule } }) => schedule.start ?? []).toSorted()
  return starts[0] === undefined ? null : dateOf(starts[0])
})

function begin(): void {
  start.value = addDays(dateOf(toLocal(moment.now, store.zone)), 1)
  campaignName.value = nameCopy(name, new Set(), text.promotions.copies)
  created = []
  campaign = undefined
  reset()
}

async function create(): Promise<void> {
  const done = await submit(async () => {
    const days = firstDay.value === null ? 0 : countDays(firstDay.value, start.value!)
    if (isCampaign) campaign ??= (await call('createCampaign', { body: { name: campaignName.value.trim(), goal } })).id
    const taken = new Set((all.value ?? []).map(({ promotion }) => promotion.name))
    for (const record of records.slice(created.length)) {
      const copyName = nameCopy(record.promotion.name, taken, text.promotions.copies)
      taken.add(copyName)
      const options = { name: copyName, days, ...(campaign === undefined ? {} : { campaign }) }
      created.push((await call('createPromotion', { body: createCopy(record, options) })).promotion.id)
    }
  })
  if (!done) return
  isOpen.value = false
  await store.refresh()
  await router.push(campaign === undefined ? `/promotions/${created[0]!}` : `/campaigns/${campaign}`)
  notice.say(words.done(records.length))
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="words.title(name)"
    :save="words.save(records.length === 1)"
    :refusal="refusal"
    :incomplete="start === undefined || isSending || (isCampaign && campaignName.trim() === '')"
    @opened="begin"
    @keep="create"
  >
    <template #activator="{ props }">
      <v-btn v-bind="props" size="small">{{ words.open }}</v-btn>
    </template>
    <p class="quiet">{{ words.hint(records.length === 1) }}</p>
    <v-text-field
      v-if="isCampaign"
      v-model="campaignName"
      :label="words.campaign"
      maxlength="120"
      :error-messages="errors('name')"
    />
    <DayField v-model="start" path="start" :label="words.start" :errors="errors('start')" />
  </FormDialog>
</template>
