<script setup lang="ts">
import { useRouteQuery } from '@vueuse/router'
import { computed, ref, watch } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import { ApiError } from '@/api/http.ts'
import LoadError from '@/components/LoadError.vue'
import { changeText, findingText, text, explainError, joinWords, preparationText, quote } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useSession } from '@/stores/session.ts'
import ChangeList from './ChangeList.vue'
import PreparationPanel from './PreparationPanel.vue'
import ReleaseList from './ReleaseList.vue'
import ReviewTestCarts from '@/features/testCarts/ReviewTestCarts.vue'
import ReviewFindings from './ReviewFindings.vue'
import ReviewPanel from './ReviewPanel.vue'
import { nameChange } from '@/features/changes/describeChange.ts'
import { useChoice } from './useChoice.ts'
import { useReviewFindings } from './useReviewFindings.ts'

const NOTE_MAX = 2000

const store = useStoreInfo()
const notice = useNotice()
const words = text.releases
/** The older release that is reviewed, to be restored. */
const again = ref<number | null>(null)
const note = ref('')
const isReleasing = ref(false)

const listed = useAnswer('listReleases')
const { data: releases } = listed
const compared = useAnswer('listReleaseChanges', () => ({ query: { release: again.value } }))
const changes = computed(() => compared.data.value?.changes ?? [])
const choice = useChoice(() => changes.value)
const { chosen, isAll, said } = choice
const names = computed(
  () => new Map(changes.value.flatMap((one) => (one.thing === 'promotion' ? [[one.id.slice(10), one.name]] : []))),
)
const namesByChange = computed(() => new Map(changes.value.map((change) => [change.id, nameChange(change)])))

/** A page that names one change chooses it alone. */
const only = useRouteQuery<string | null>('only', null)
watch(
  () => changes.value.length > 0 && only.value,
  (id) => {
    if (!id) return
    if (changes.value.some((change) => change.id === id)) choice.only([id])
    only.value = null
  },
  { immediate: true },
)

const isPart = computed(() => again.value === null && !isAll.value && chosen.value.size > 0)
const named = useAnswer('chooseChanges', () => (isPart.value ? { body: { changes: [...chosen.value].sort() } } : null))
/** What the release would make live; null until that has a name. */
const plan = computed(() => {
  if (again.value !== null) return String(again.value)
  return isPart.value ? (named.data.value?.plan ?? null) : 'working'
})
const asked = useAnswer('reviewRelease', () =>
  plan.value === null ? null : { query: { release: plan.value === 'working' ? null : plan.value } },
)
const { data: review } = asked
const { answer, isCurrent, findings, stops } = useReviewFindings(() => (chosen.value.size > 0 ? plan.value : null))
/** Whether what is shown is of the choice before. */
const isReviewing = computed(
  () => asked.isFetching.value || compared.isFetching.value || (isPart.value && named.isFetching.value),
)
const next = computed(() => (releases.value?.[0]?.number ?? 0) + 1)
const canRelease = computed(
  () => review.value?.problems.length === 0 && chosen.value.size > 0 && plan.value !== null && !isReviewing.value,
)

const session = useSession()
const prepared = useAnswer('listReleaseRequests')
const pending = computed(() => prepared.data.value?.filter(({ state }) => state === 'pending') ?? [])
/** Requests to pause, end or extend what is live; they wait beside the one for a release. */
const atOnce = computed(() => pending.value.filter((one) => one.atOnce !== null))
const waiting = computed(() => pending.value.find((one) => one.atOnce === null) ?? null)
/** The last one, if it was sent back. */
const returned = computed(() => {
  const [latest] = prepared.data.value ?? []
  return latest?.state === 'returned' ? latest : null
})
/** What was edited since it was put forward, and what came on top of it. */
const sinceReturned = computed(() => {
  const { changes: asked, edited = [] } = returned.value ?? {}
  const more = changes.value.flatMap(({ id }) => (asked?.includes(id) ? [] : id))
  const namesOf = (ids: readonly string[]) => joinWords(ids.map((id) => quote(namesByChange.value.get(id) ?? id)))
  return preparationText.since(namesOf(edited), namesOf(more))
})
/** Whether who looks makes the release themselves; else they prepare it. */
const makesIt = computed(() => session.may('releaser') && store.info?.requiresApproval === false)
const when = (at: string | null) => (at === null ? '' : formatInstant(Date.parse(at), { zone: store.zone }))
// What is looked through is what was prepared.
watch(
  () => [waiting.value, changes.value.length > 0] as const,
  ([preparation, isKnown]) => {
    if (!preparation) return
    again.value = preparation.again
    if (preparation.changes && isKnown) choice.only(preparation.changes)
  },
)
const some = computed(() => changeText.count(chosen.value.size))

async function release(): Promise<void> {
  isReleasing.value = true
  const { planRevision } = review.value!
  const { stamp } = named.data.value ?? {}
  const part = isPart.value ? { changes: [...chosen.value].sort(), ...(stamp ? { stamp } : {}) } : {}
  const request = { note: note.value, planRevision, ...part, ...(again.value === null ? {} : { again: again.value }) }
  try {
    if (makesIt.value) notice.say(words.released((await call('publishRelease', { body: request })).number))
    else {
      await call('requestRelease', { body: request })
      notice.say(preparationText.prepared)
    }
    note.value = ''
    again.value = null
    choice.clear()
  } catch (thrown) {
    if (!(thrown instanceof ApiError)) throw thrown
    notice.complain(explainError(thrown))
  }
  await store.refresh()
  isReleasing.value = false
}
</script>

<template>
  <section class="page two">
    <div>
      <h1>{{ again === null ? words.next : words.again(again) }}</h1>
      <p v-if="again !== null" class="quiet">
        {{ words.againHint }}
        <button type="button" class="as-link" @click="again = null">{{ words.backToWorking }}</button>
      </p>
      <p v-else-if="compared.data.value && changes.length > 0" class="quiet" role="status">
        {{ changeText.since(changes.length, compared.data.value.live) }}
        <template v-if="isPart"
          >{{ changeText.selected(chosen.size, changes.length) }} {{ changeText.stay(changes.length - chosen.size) }}
        </template>
        <span v-else-if="chosen.size === 0" class="wrong">{{ changeText.noneSelected }}</span>
        {{ said }}
      </p>
      <LoadError :of="[compared, asked]" />
      <div v-if="isReviewing && !review" role="status">
        <p class="quiet">{{ words.reviewing }}</p>
        <v-progress-linear indeterminate color="primary" :aria-label="words.reviewing" />
      </div>
      <PreparationPanel v-for="one in atOnce" :key="one.id" :preparation="one" :names="namesByChange" />
      <PreparationPanel v-if="waiting" :preparation="waiting" :names="namesByChange" />
      <p v-else-if="returned" class="returned" role="status">
        <span class="wrong">{{ preparationText.returned(returned.settledBy ?? '', when(returned.settledAt)) }}</span>
        {{ returned.word }}
        <span v-if="returned.changes" class="quiet">{{ sinceReturned }}</span>
      </p>
      <form
        v-if="review && changes.length > 0 && !waiting && session.may('planner')"
        class="release"
        @submit.prevent="release"
      >
        <v-text-field v-model="note" :label="words.note" :maxlength="NOTE_MAX" />
        <v-btn type="submit" variant="flat" :disabled="!canRelease || isReleasing">{{
          makesIt
            ? isPart
              ? changeText.release(next, some)
              : words.release(next)
            : isPart
              ? changeText.request(some)
              : preparationText.prepare
        }}</v-btn>
        <p v-if="!makesIt" class="quiet">
          {{ session.may('releaser') ? preparationText.twoNeeded : preparationText.releaserNeeded }}
        </p>
      </form>
      <p v-if="compared.data.value && changes.length === 0" class="nothing">{{ words.nothing }}</p>
      <p v-if="chosen.size > 0 && answer" role="status">
        <span v-if="!isCurrent" class="quiet">{{ findingText.review.checking }}</span>
        <span v-else-if="stops.length > 0" class="wrong" role="alert"
          >✕ {{ findingText.review.held(stops.length) }}</span
        >
        <span v-else-if="findings.length === 0" class="saves">✓ {{ findingText.review.none }}</span>
        {{ ' ' }}
        <a v-if="isCurrent && findings.length > 0" href="#new-findings">{{
          findingText.review.brings(findings.length)
        }}</a>
      </p>
      <ChangeList
        v-if="changes.length > 0"
        :changes="changes"
        :chosen="chosen"
        :fixed="again !== null || waiting !== null"
        @set="choice.set"
        @only="choice.only"
      />
      <p v-if="isReviewing && review" class="quiet" role="status">{{ changeText.updating }}</p>
      <template v-if="chosen.size > 0 && plan !== null">
        <ReviewFindings v-if="answer" :plan="plan" :answer="answer" :is-current="isCurrent" />
        <ReviewTestCarts :plan="plan" />
      </template>
      <ReviewPanel v-if="review && chosen.size > 0" :review="review" :names="names" :class="{ waiting: isReviewing }" />
    </div>
    <aside>
      <h2>{{ words.list }}</h2>
      <LoadError :of="[listed]" />
      <ReleaseList v-if="releases" :releases="releases" :again="again" @take-up="(number) => (again = number)" />
    </aside>
  </section>
</template>

<style scoped>
.two {
  display: grid;
  gap: 36px;
  grid-template-columns: minmax(0, 1fr) minmax(230px, 300px);
}

.release {
  display: grid;
  gap: 12px;
  grid-template-columns: 1fr auto;
  margin: 14px 0 6px;
  max-width: 620px;
}

.returned {
  border-left: 3px solid var(--wrong);
  margin: 12px 0;
  max-width: 620px;
  overflow-wrap: anywhere;
  padding-left: 12px;
}

.nothing {
  margin: 16px 0;
}

.waiting {
  opacity: 0.55;
}
</style>
