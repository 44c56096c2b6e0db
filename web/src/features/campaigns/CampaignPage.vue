<script setup lang="ts">
import { compileSchedule, computeStatus, toLocal } from '@novalex/core'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import ManyBar from '@/features/promotions/ManyBar.vue'
import RunAgainDialog from '@/features/promotions/RunAgainDialog.vue'
import PromotionsTable from '@/features/promotions/PromotionsTable.vue'
import { text, planningText, formatEndInText } from '@/locale/catalogue.ts'
import { formatStart } from '@novalex/words'
import { useMoment } from '@/stores/moment.ts'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** A campaign with its promotions; what is done here is done to the whole of it. */
const { id } = defineProps<{ id: string }>()

const router = useRouter()
const store = useStoreInfo()
const moment = useMoment()
const notice = useNotice()
const session = useSession()
const words = planningText.campaigns
const promotions = usePromotionRecords()
const asked = useAnswer('listCampaigns')
const campaigns = asked.data
const attempt = useAttempt()
const campaign = computed(() => campaigns.value?.find((one) => one.id === id))
const records = computed(() => (promotions.records.value ?? []).filter((record) => record.campaign === id))
const rows = computed(() =>
  records.value.map((record) => {
    return { record, status: computeStatus(record.promotion, store.zone, moment.instant) }
  }),
)
/** All that started has ended, by the present, whatever time is looked at. */
const hasEnded = computed(
  () =>
    records.value.length > 0 &&
    records.value.every(({ promotion }) =>
      ['ended', 'stopped'].includes(computeStatus(promotion, store.zone, moment.now)),
    ),
)
const chosen = ref<ReadonlySet<string>>(new Set())
const acted = computed(() => {
  const some = records.value.filter(({ promotion }) => chosen.value.has(promotion.id))
  return some.length > 0 ? some : records.value
})
const span = computed(() => {
  const times = acted.value.map(({ promotion }) => compileSchedule(promotion.schedule, store.zone))
  const [first, last] = [Math.min(...times.map(({ start }) => start)), Math.max(...times.map(({ end }) => end))]
  if (!Number.isFinite(first)) return ''
  const until = Number.isFinite(last) ? formatEndInText(toLocal(last, store.zone)) : text.promotions.openEnd
  return words.span(formatStart(toLocal(first, store.zone)), until)
})

const name = ref('')
const goal = ref('')
watch(
  campaign,
  (known) => {
    name.value = known?.name ?? ''
    goal.value = known?.goal ?? ''
  },
  { immediate: true },
)

function save(): void {
  const known = campaign.value
  if (!known || name.value.trim() === '' || (name.value === known.name && goal.value === known.goal)) return
  const fields = { name: name.value.trim(), goal: goal.value }
  void attempt(() => call('updateCampaign', { params: { id }, body: { ...fields, version: known.version } }))
}

function remove(): void {
  const known = campaign.value!
  void attempt(async () => {
    await call('deleteCampaign', { params: { id }, query: { version: known.version } })
    const undo = () => void attempt(() => call('createCampaign', { body: { name: known.name, goal: known.goal } }))
    notice.say(words.removed(known.name), { label: text.common.undo, run: undo })
    await router.push('/promotions')
  })
}
</script>

<template>
  <section class="page">
    <router-link to="/promotions">{{ words.back }}</router-link>
    <LoadError :of="[promotions, asked]" />
    <p v-if="!campaigns && !asked.error.value" class="quiet">{{ text.common.loading }}</p>
    <template v-else-if="campaigns && !campaign">
      <h1>{{ text.common.notFoundTitle }}</h1>
      <p>{{ text.common.notFound }}</p>
    </template>
    <template v-else-if="campaigns && campaign">
      <header class="page-head">
        <h1>{{ campaign.name }}</h1>
        <span class="quiet">{{ span }}</span>
        <span class="grow" />
        <RunAgainDialog
          v-if="hasEnded && session.may('planner')"
          :name="campaign.name"
          :records="records"
          :goal="campaign.goal"
          is-campaign
        />
        <v-btn size="small" @click="remove">{{ words.remove }}</v-btn>
      </header>
      <div class="fields">
        <v-text-field v-model="name" :label="words.name" maxlength="120" @blur="save" @keydown.enter.prevent="save" />
        <v-text-field v-model="goal" :label="words.goal" maxlength="2000" @blur="save" @keydown.enter.prevent="save" />
      </div>
      <p v-if="rows.length === 0" class="quiet">{{ words.empty }}</p>
      <template v-else>
        <ManyBar :records="acted" :campaigns="campaigns" @clear="chosen = new Set()" />
        <PromotionsTable v-model:chosen="chosen" :groups="[{ campaign, rows }]" />
      </template>
    </template>
  </section>
</template>

<style scoped>
.fields {
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(0, 300px) minmax(0, 1fr);
  margin-bottom: 12px;
}
</style>
