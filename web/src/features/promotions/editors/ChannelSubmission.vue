<script setup lang="ts">
import type { PartnerStatusAnswer, SubmissionRecord } from '@novalex/contract'
import { computed, ref } from 'vue'
import { call } from '@/api/call.ts'
import FormDialog from '@/components/FormDialog.vue'
import { ActionList } from '@/components/menuAction.ts'
import { useForm } from '@/components/useForm.ts'
import { useAttempt } from '@/composables/useAttempt.ts'
import { describeObstacle, describeSubmission, submissionText as words } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** How far a promotion is on its way to a partner, each step with its time, and what can be done next. */
const { promotion, partner, status, steps, isTarget } = defineProps<{
  promotion: string
  partner: { readonly id: string; readonly name: string; readonly isSimulated: boolean }
  status: PartnerStatusAnswer['channels'][number]
  steps: Pick<PartnerStatusAnswer, 'savedAt' | 'savedBy' | 'released' | 'live'>
  /** Whether the promotion goes there, as it is saved. */
  isTarget: boolean
}>()

const store = useStoreInfo()
const session = useSession()
const notice = useNotice()
const attempt = useAttempt()
const { refusal, submit: sendForm, reset } = useForm({ hasFields: false })
const when = (at: string) => words.steps.at(at, store.zone)

const latest = computed(() => status.latest)
/** Whether the partner has it, or will. */
const isHeld = computed(() => latest.value?.isHeld ?? false)
const isOver = computed(() => latest.value?.action === 'withdraw')
const shownSteps = computed(() => {
  const { released, savedAt, savedBy } = steps
  const record = isOver.value ? null : latest.value
  const isAccepted = record?.decision === 'accepted'
  return [
    { title: words.steps.saved, is: true, value: when(savedAt), hint: savedBy },
    {
      title: words.steps.released,
      is: released !== null,
      value: released ? `${words.steps.release(released.number)}, ${when(released.at)}` : words.steps.notYet,
    },
    {
      title: words.steps.submitted,
      is: record?.sentAt != null,
      value: record?.sentAt ? `${words.steps.release(record.release)}, ${when(record.sentAt)}` : words.steps.notYet,
    },
    {
      title: words.steps.accepted,
      is: isAccepted,
      value: isAccepted && record?.decidedAt ? when(record.decidedAt) : words.steps.notYet,
    },
    {
      title: words.steps.visible,
      is: record?.isVisible ?? false,
      value: isAccepted ? shownFrom(record!) : words.steps.notYet,
    },
  ]
})
function shownFrom({ isVisible, startsAt, event, state }: SubmissionRecord): string {
  if (isVisible) return words.steps.now
  if (state === 'ended') return words.steps.ended
  if (startsAt === null) return event === null ? words.steps.now : words.steps.toBeConfirmed
  return words.steps.from(startsAt, store.zone)
}
const isBad = computed(() => ['refused', 'on-hold', 'not-sent'].includes(latest.value?.state ?? ''))
const keeps = computed(() => {
  const record = latest.value
  if (!record?.isLocked || status.differs.length === 0) return ''
  return words.locked(partner.name, record.locksAt!, record.endsAt, store.zone)
})
const obstacle = computed(() => {
  const isQuiet =
    status.obstacle === null || status.obstacle === 'already-submitted' || status.obstacle === 'channel-locked'
  return isQuiet || !isTarget || (isHeld.value && status.differs.length === 0) ? '' : describeObstacle(status.obstacle!)
})
const file = computed(() => (latest.value && !isOver.value ? `/api/submissions/${latest.value.id}/file` : ''))
const mayWithdraw = computed(() => isHeld.value && !latest.value!.isLocked)

const send = () =>
  attempt(async () => {
    const release = steps.live!
    await call('submitPromotion', { params: { id: promotion, channel: partner.id }, body: { release } })
    notice.say(words.submittedTo(partner.name, release))
  })

const isWithdrawing = ref(false)
async function withdraw(): Promise<void> {
  const isDone = await sendForm(() => call('withdrawSubmission', { params: { id: promotion, channel: partner.id } }))
  if (!isDone) return
  isWithdrawing.value = false
  notice.say(words.withdrawn(partner.name))
  await store.refresh()
}

type Decision = keyof typeof words.decisions
/** The answer whose cause is asked for. */
const asked = ref<Exclude<Decision, 'accepted'> | null>(null)
const isAsking = ref(false)
const cause = ref('')
const decide = (decision: Decision, why = '') =>
  call('decideSubmission', { params: { id: latest.value!.id }, body: { decision, cause: why.trim() } })
const answers = computed(() => [
  { title: words.decisions.accepted, run: () => attempt(() => decide('accepted')) },
  { title: words.decisions.refused, run: () => ask('refused') },
  { title: words.decisions['on-hold'], run: () => ask('on-hold') },
])
function ask(decision: 'refused' | 'on-hold'): void {
  reset()
  cause.value = ''
  asked.value = decision
  isAsking.value = true
}
async function keep(): Promise<void> {
  if (!(await sendForm(() => decide(asked.value!, cause.value)))) return
  isAsking.value = false
  await store.refresh()
}
</script>

<template>
  <div class="way">
    <ol>
      <li v-for="{ title, is, value, hint } in shownSteps" :key="title" :class="{ done: is }" :title="hint">
        <strong>{{ is ? '●' : '○' }} {{ title }}</strong>
        <span>{{ value }}</span>
      </li>
    </ol>
    <p v-if="latest">
      <strong :class="{ wrong: isBad }">{{ describeSubmission(latest, store.zone) }}</strong>
      <span v-if="latest.event"> · {{ words.event(latest.event) }}</span>
    </p>
    <p v-if="isHeld && !isTarget" class="wrong">{{ words.noLongerGoes }}</p>
    <p v-if="keeps" class="wrong">{{ keeps }}</p>
    <p v-if="isHeld && status.differs.length > 0">{{ words.differs(status.differs) }}</p>
    <p v-if="isTarget && status.obstacle === null && status.unreleased.length > 0" class="quiet">
      {{ words.unreleased(status.unreleased) }}
    </p>
    <p v-if="obstacle" class="quiet">{{ obstacle }}</p>
    <p v-if="!partner.isSimulated && isTarget" class="quiet">{{ words.byHand }}</p>
    <p v-if="session.may('planner') || file" class="acts">
      <template v-if="session.may('planner')">
        <v-btn v-if="isTarget && status.obstacle === null" variant="flat" size="small" @click="send">{{
          isHeld ? words.submitAgain : words.submitTo(partner.name)
        }}</v-btn>
        <v-menu v-if="!partner.isSimulated && isHeld" close-on-content-click>
          <template #activator="{ props }">
            <v-btn v-bind="props" size="small">{{ words.enter }}</v-btn>
          </template>
          <ActionList :actions="answers" />
        </v-menu>
        <v-btn v-if="mayWithdraw" size="small" @click="isWithdrawing = true">{{ words.withdraw }}</v-btn>
      </template>
      <a v-if="file" :href="file" download>{{ latest!.causeCount > 0 ? words.filled : words.file }}</a>
    </p>
    <FormDialog
      v-model="isWithdrawing"
      :title="words.withdrawTitle(partner.name)"
      :save="words.withdrawAct"
      :refusal="refusal"
      @opened="reset"
      @keep="withdraw"
    >
      <p>{{ words.withdrawHint }}</p>
    </FormDialog>
    <FormDialog
      v-model="isAsking"
      :title="words.causeTitle(asked ?? 'refused')"
      :save="words.save"
      :refusal="refusal"
      @keep="keep"
    >
      <v-textarea v-model="cause" :label="words.cause" rows="2" maxlength="500" autofocus />
    </FormDialog>
  </div>
</template>

<style scoped>
.way {
  border-left: 2px solid var(--line);
  display: grid;
  gap: 4px;
  margin: 8px 0 4px 34px;
  overflow-wrap: anywhere;
  padding-left: 12px;
}

ol {
  display: grid;
  gap: 6px 14px;
  grid-template-columns: repeat(auto-fit, minmax(94px, 1fr));
  list-style: none;
  margin: 0;
  padding: 0;
}

li {
  color: var(--quiet);
  font-size: 12.5px;
}

li.done {
  color: inherit;
}

li strong {
  display: block;
  font-weight: 600;
}

.acts {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  margin-top: 4px;
}
</style>
