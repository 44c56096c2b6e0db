<script setup lang="ts">
import { DESK_MODES, type DeskRecord } from '@novalex/contract'
import { computed, ref, watch } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { ActionList } from '@/components/menuAction.ts'
import TypedField from '@/components/TypedField.vue'
import { useForm } from '@/components/useForm.ts'
import { usePageTitle } from '@/composables/usePageTitle.ts'
import { submissionText, text } from '@/locale/catalogue.ts'
import { formatInstant, nameChannel } from '@novalex/words'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** The simulated partner behind a channel: how it behaves, its clock, and what it received. */
const { channel } = defineProps<{ channel: string }>()

/** Interval of refetching: its clock runs, and it decides by it. */
const AGAIN_MS = 3000
const words = submissionText.desk
const store = useStoreInfo()
const session = useSession()
const notice = useNotice()
const { refusal, submit, reset } = useForm()
const asked = useAnswer('listDesks', () => ({}), { refetchInterval: () => AGAIN_MS })
const desk = computed(() => asked.data.value?.find((one) => one.channel === channel) ?? null)
const isAllowed = computed(() => session.may('planner'))
const name = computed(() => nameChannel(channel))
usePageTitle(() => words.title(name.value))

type Settings = Pick<DeskRecord, 'mode' | 'factor' | 'reviewHours' | 'gap'>
const settingsOf = ({ mode, factor, reviewHours, gap }: DeskRecord): Settings => ({ mode, factor, reviewHours, gap })
const draft = ref<Settings | null>(null)
watch(
  desk,
  (found) => {
    if (found) draft.value ??= settingsOf(found)
  },
  { immediate: true },
)
const MODES = DESK_MODES.map((value) => ({ value, title: words.modes[value] }))
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone, year: false })

async function set(settings: Settings, advanceHours: number): Promise<void> {
  const isSaved = await submit(() => call('setDesk', { params: { channel }, body: { ...settings, advanceHours } }))
  if (!isSaved) return
  notice.say(words.saved)
  await asked.refetch()
}
const steps = [1, 24, 48].map((hours) => ({
  title: words.advanceBy(hours),
  run: () => {
    reset()
    // Its clock alone: what is typed beside it isn't saved with it.
    return set(settingsOf(desk.value!), hours)
  },
}))
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title(name) }}</h1>
      <span class="grow quiet">{{ words.hint }}</span>
    </header>
    <LoadError :of="[asked]" />
    <p v-if="!asked.data.value && !asked.error.value" class="quiet">{{ text.common.loading }}</p>
    <p v-else-if="asked.data.value && !desk" class="quiet">{{ words.notThere }}</p>
    <template v-else-if="desk && draft">
      <p class="clock">
        {{ words.clock }} <strong>{{ when(desk.now) }}</strong>
        <v-menu v-if="isAllowed" close-on-content-click>
          <template #activator="{ props }">
            <v-btn v-bind="props" size="small">{{ words.advance }}</v-btn>
          </template>
          <ActionList :actions="steps" />
        </v-menu>
      </p>
      <form v-if="isAllowed" class="settings" @submit.prevent="set(draft, 0)">
        <v-select v-model="draft.mode" :items="MODES" :label="words.mode" hide-details />
        <TypedField
          :model-value="draft.reviewHours"
          kind="count"
          path="reviewHours"
          :label="words.review"
          @update:model-value="(hours) => (draft!.reviewHours = hours ?? 0)"
        />
        <TypedField
          :model-value="draft.factor"
          kind="count"
          path="factor"
          :label="words.factor"
          :hint="words.factorHint"
          @update:model-value="(factor) => (draft!.factor = factor ?? 0)"
        />
        <TypedField
          :model-value="draft.gap"
          kind="percent"
          path="gap"
          :label="words.gap"
          :hint="words.gapHint"
          @update:model-value="(gap) => (draft!.gap = gap ?? 0)"
        />
        <v-btn type="submit" variant="flat">{{ words.save }}</v-btn>
      </form>
      <p v-if="refusal" class="wrong" role="alert">{{ refusal }}</p>
      <h2>{{ words.received }}</h2>
      <p v-if="desk.received.length === 0" class="quiet">{{ words.none }}</p>
      <table v-else class="printed">
        <thead>
          <tr>
            <th scope="col">{{ words.columns.title }}</th>
            <th scope="col" class="number">{{ words.columns.products }}</th>
            <th scope="col">{{ words.columns.at }}</th>
            <th scope="col">{{ words.columns.state }}</th>
            <th scope="col">{{ words.columns.decided }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(one, index) in desk.received" :key="index">
            <td>
              <router-link :to="`/promotions/${one.promotion}`">{{ one.title }}</router-link>
            </td>
            <td class="number">{{ one.products }}</td>
            <td>{{ when(one.at) }}</td>
            <td>{{ words.states[one.state] }}</td>
            <td>{{ one.decidedAt ? when(one.decidedAt) : '' }}</td>
          </tr>
        </tbody>
      </table>
    </template>
  </section>
</template>

<style scoped>
.clock {
  align-items: center;
  display: flex;
  gap: 10px;
}

.settings {
  align-items: start;
  display: grid;
  gap: 10px 16px;
  grid-template-columns: repeat(4, minmax(0, 1fr)) auto;
  margin: 12px 0 20px;
  max-width: 1100px;
}
</style>
