<script setup lang="ts">
import { MOST_LEFT_OUT } from '@novalex/contract'
import { findTests, phaseOf, type PartnerTarget } from '@novalex/core'
import { computed } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import { useAttempt } from '@/composables/useAttempt.ts'
import LoadError from '@/components/LoadError.vue'
import { channelText, explainProblem } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import ChannelFit from './ChannelFit.vue'
import ChannelSubmission from './ChannelSubmission.vue'

/** The partner channels that a promotion goes to, each with what its rules make of it. */
const words = channelText.section
const { draft, record, patch, problemsAt, save } = usePromotion()
const store = useStoreInfo()
const attempt = useAttempt()
const notice = useNotice()
const id = computed(() => record.value.promotion.id)
const asked = useAnswer('getChannelFits', () => ({ params: { id: id.value } }))
const status = useAnswer('getPartnerStatus', () => ({ params: { id: id.value } }))
const targets = computed(() => draft.value.partners ?? [])
const isShelf = computed(() => phaseOf(draft.value.mechanic) <= 1)
const asksForChannel = computed(() => findTests(draft.value.when).some(({ test }) => test === 'channel'))
const rows = computed(() => {
  const known = store.partners.map(({ id: channel, name, isSimulated = false }) => ({ channel, name, isSimulated }))
  const gone = targets.value.filter((one) => !known.some(({ channel }) => channel === one.channel))
  return [...known, ...gone.map(({ channel }) => ({ channel, name: words.unknown(channel), isSimulated: false }))].map(
    (row) => ({
      ...row,
      target: targets.value.find(({ channel }) => channel === row.channel) ?? null,
      fit: asked.data.value?.fits.find(({ channel }) => channel === row.channel) ?? null,
      status: status.data.value?.channels.find(({ channel }) => channel === row.channel) ?? null,
    }),
  )
})

function setTargets(next: readonly PartnerTarget[]): void {
  patch({ partners: next.length > 0 ? next : undefined })
}
function toggle(channel: string, isChosen: boolean): void {
  const others = targets.value.filter((one) => one.channel !== channel)
  setTargets(isChosen ? [...others, { channel }] : others)
}
function setLeftOut(channel: string, leftOut: readonly string[]): void {
  const edited = leftOut.length > 0 ? { channel, leftOut } : { channel }
  setTargets(targets.value.map((one) => (one.channel === channel ? edited : one)))
}
/** Leaves out what would be refused, as the saved promotion is checked. */
const leaveOut = (channel: string) =>
  attempt(async () => {
    await save()
    const { skus } = await call('listRefused', { params: { id: id.value, channel } })
    const before = targets.value.find((one) => one.channel === channel)?.leftOut ?? []
    const all = [...new Set([...before, ...skus])]
    if (all.length > MOST_LEFT_OUT) notice.complain(words.tooMany(MOST_LEFT_OUT))
    else setLeftOut(channel, all)
  })
</script>

<template>
  <fieldset class="editor">
    <legend class="visually-hidden">{{ channelText.title }}</legend>
    <p class="quiet">{{ asksForChannel ? words.byCondition : words.hint }}</p>
    <LoadError :of="[asked, status]" />
    <div v-for="{ channel, name, isSimulated, target, fit, status: own } in rows" :key="channel" class="row">
      <v-checkbox
        :model-value="target !== null"
        :label="name"
        hide-details
        @update:model-value="(is) => toggle(channel, is === true)"
      />
      <ChannelSubmission
        v-if="own && (own.latest || target)"
        :promotion="id"
        :partner="{ id: channel, name, isSimulated }"
        :status="own"
        :steps="status.data.value!"
        :is-target="target !== null"
      />
      <ChannelFit
        v-if="fit"
        :fit="fit"
        :names="asked.data.value!.names"
        :is-target="target !== null"
        :left-out="target?.leftOut?.length ?? 0"
        :may-leave-out="isShelf"
        @leave-out="leaveOut(channel)"
        @put-back="setLeftOut(channel, [])"
      />
      <p v-else-if="asked.isFetching.value" class="quiet below">{{ words.checking }}</p>
      <p v-else-if="record.archived" class="quiet below">{{ words.notInPlan }}</p>
    </div>
    <p v-for="problem in problemsAt('partners')" :key="problem.path + problem.code" class="wrong">
      {{ explainProblem(problem) }}
    </p>
  </fieldset>
</template>

<style scoped>
.row {
  border-bottom: 1px solid var(--line);
  padding-bottom: 8px;
}

.row:last-of-type {
  border-bottom: 0;
}

.below {
  padding-left: 34px;
}
</style>
