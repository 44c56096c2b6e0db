<script setup lang="ts">
import type { ReviewAnswer } from '@novalex/contract'
import { computed, ref, watch } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import { ApiError } from '@/api/http.ts'
import LoadError from '@/components/LoadError.vue'
import { text, explainError, preparationText } from '@/locale/catalogue.ts'
import { formatInstant } from '@/locale/format.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useSession } from '@/stores/session.ts'
import PreparationPanel from './PreparationPanel.vue'
import ReleaseList from './ReleaseList.vue'
import ReviewTestCarts from '@/features/testCarts/ReviewTestCarts.vue'
import ReviewFindings from './ReviewFindings.vue'
import ReviewPanel from './ReviewPanel.vue'

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
const asked = useAnswer('reviewRelease', () => ({ query: { release: again.value } }))
const { data: review, isFetching: isReviewing } = asked
const next = computed(() => (releases.value?.[0]?.number ?? 0) + 1)
const hasChanges = ({ changes, sets }: ReviewAnswer) => changes.length + sets.length > 0
const canRelease = computed(() => {
  const found = review.value
  return found !== undefined && found.problems.length === 0 && hasChanges(found) && !isReviewing.value
})

const session = useSession()
const prepared = useAnswer('listReleaseRequests')
const waiting = computed(() => prepared.data.value?.find(({ state }) => state === 'pending') ?? null)
/** The last one, if it was sent back. */
const returned = computed(() => {
  const [latest] = prepared.data.value ?? []
  return latest?.state === 'returned' ? latest : null
})
/** Whether who looks makes the release themselves; else they prepare it. */
const makesIt = computed(() => session.may('releaser') && store.info?.requiresApproval === false)
const when = (at: string | null) => (at === null ? '' : formatInstant(Date.parse(at), { zone: store.zone }))
// What is looked through is what was prepared.
watch(waiting, (preparation) => {
  if (preparation) again.value = preparation.again
})

async function release(): Promise<void> {
  const { planRevision } = review.value!
  isReleasing.value = true
  try {
    const request = { note: note.value, planRevision, ...(again.value === null ? {} : { again: again.value }) }
    if (makesIt.value) notice.say(words.released((await call('publishRelease', { body: request })).number))
    else {
      await call('requestRelease', { body: request })
      notice.say(preparationText.prepared)
    }
    note.value = ''
    again.value = null
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
      <p class="quiet">
        {{ again === null ? words.nextHint : words.againHint }}
        <button v-if="again !== null" type="button" class="as-link" @click="again = null">
          {{ words.backToWorking }}
        </button>
      </p>
      <LoadError :of="[asked]" />
      <div v-if="isReviewing && !review" role="status">
        <p class="quiet">{{ words.reviewing }}</p>
        <v-progress-linear indeterminate color="primary" :aria-label="words.reviewing" />
      </div>
      <PreparationPanel v-if="waiting" :preparation="waiting" />
      <p v-else-if="returned" class="returned" role="status">
        <span class="wrong">{{ preparationText.returned(returned.settledBy ?? '', when(returned.settledAt)) }}</span>
        {{ returned.word }}
      </p>
      <form
        v-if="review && hasChanges(review) && !waiting && session.may('planner')"
        class="release"
        @submit.prevent="release"
      >
        <v-text-field v-model="note" :label="words.note" :maxlength="NOTE_MAX" />
        <v-btn type="submit" variant="flat" :disabled="!canRelease || isReleasing">{{
          makesIt ? words.release(next) : preparationText.prepare
        }}</v-btn>
        <p v-if="!makesIt" class="quiet">
          {{ session.may('releaser') ? preparationText.twoNeeded : preparationText.releaserNeeded }}
        </p>
      </form>
      <ReviewFindings v-if="review && hasChanges(review)" :again="again" />
      <ReviewTestCarts v-if="again === null && review && hasChanges(review)" />
      <ReviewPanel v-if="review" :review="review" :class="{ waiting: isReviewing }" />
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

.waiting {
  opacity: 0.55;
}
</style>
