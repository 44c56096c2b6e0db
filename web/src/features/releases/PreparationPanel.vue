<script setup lang="ts">
import type { ReleaseRequestRecord } from '@novalex/contract'
import { computed, ref } from 'vue'
import { call } from '@/api/call.ts'
import FormDialog from '@/components/FormDialog.vue'
import { useForm } from '@/components/useForm.ts'
import { atOnceText, changeText, formatEndInText, joinWords, preparationText, quote } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** A release that someone prepared: to be made by another, or sent back with a word. */
const { preparation, names } = defineProps<{
  preparation: ReleaseRequestRecord
  /** Of what changes, by change. */
  names: ReadonlyMap<string, string>
}>()

const words = preparationText
const store = useStoreInfo()
const session = useSession()
const notice = useNotice()
const { refusal, isSending, submit, reset } = useForm({ hasFields: false })
const isSendingBack = ref(false)
const word = ref('')
const when = computed(() => formatInstant(Date.parse(preparation.at), { zone: store.zone }))
const isOwn = computed(() => preparation.by === session.account?.name)
/** Whether what it takes over is still as it was. */
const isCurrent = computed(() =>
  preparation.atOnce
    ? true
    : preparation.changes === null
      ? store.info?.planRevision === preparation.planRevision
      : preparation.edited.length === 0,
)
/** What was edited since, by name; empty where nothing was. */
const edited = computed(() => joinWords(preparation.edited.map((id) => quote(names.get(id) ?? id))))
const atOnceTold = computed(() => {
  if (!preparation.atOnce) return ''
  const { act, name, end } = preparation.atOnce
  const until = act === 'extend' && end !== null ? [atOnceText.until(formatEndInText(end))] : []
  return [atOnceText.title[act](name), ...until].join(' ')
})
/** Nobody has to be the second person for a stop. */
const takesTwo = computed(
  () => store.info?.requiresApproval === true && (preparation.atOnce === null || preparation.atOnce.act === 'extend'),
)
const mayMake = computed(() => session.may('releaser') && !(isOwn.value && takesTwo.value))

async function act(work: () => Promise<unknown>, said: string): Promise<void> {
  if (await submit(work)) notice.say(said)
  await store.refresh()
}
const approve = () =>
  submit(async () => {
    const { number } = await call('approveReleaseRequest', { params: { id: preparation.id } })
    notice.say(words.made(number))
  }).then(() => store.refresh())
async function sendBack(): Promise<void> {
  isSendingBack.value = false
  await act(
    () => call('returnReleaseRequest', { params: { id: preparation.id }, body: { word: word.value } }),
    words.sentBack(preparation.by),
  )
}
const withdraw = () => act(() => call('withdrawReleaseRequest', { params: { id: preparation.id } }), words.withdrawn)

function begin(): void {
  word.value = ''
  reset()
}
</script>

<template>
  <section class="prepared" role="region" :aria-label="words.title">
    <p><strong>{{ words.by(preparation.by) }}</strong> <span class="quiet">{{ when }}</span></p>
    <p v-if="preparation.note" class="note">{{ preparation.note }}</p>
    <p v-if="preparation.atOnce">{{ atOnceTold }}</p>
    <p v-else-if="preparation.again !== null">{{ words.again(preparation.again) }}</p>
    <p v-else-if="preparation.changes">{{ changeText.count(preparation.changes.length) }}</p>
    <p v-if="!isCurrent" class="wrong">{{ edited ? words.edited(edited) : words.changed }}</p>
    <p v-else-if="!mayMake" class="quiet">{{ isOwn ? words.own : words.waits }}</p>
    <p v-if="refusal" class="wrong" role="alert">{{ refusal }}</p>
    <div class="acts">
      <v-btn v-if="mayMake" variant="flat" :disabled="!isCurrent || isSending" @click="approve">{{
        words.approve
      }}</v-btn>
      <FormDialog
        v-if="session.may('releaser') && !isOwn"
        v-model="isSendingBack"
        :title="words.backTitle(preparation.by)"
        :save="words.backAct"
        :incomplete="word.trim() === ''"
        @opened="begin"
        @keep="sendBack"
      >
        <template #activator="{ props }">
          <v-btn v-bind="props">{{ words.back }}</v-btn>
        </template>
        <v-textarea v-model="word" autofocus maxlength="2000" :label="words.word" />
      </FormDialog>
      <v-btn v-if="session.may('planner') && isOwn" @click="withdraw">{{ words.withdraw }}</v-btn>
    </div>
  </section>
</template>

<style scoped>
.prepared {
  background: var(--wash);
  border-left: 3px solid var(--moment);
  display: grid;
  gap: 6px;
  margin: 10px 0 14px;
  max-width: 620px;
  padding: 12px 16px;
}

.note {
  overflow-wrap: anywhere;
}

.acts {
  display: flex;
  gap: 10px;
  margin-top: 4px;
}
</style>
