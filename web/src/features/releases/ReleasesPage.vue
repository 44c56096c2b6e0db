<script setup lang="ts">
import type { ReviewAnswer } from '@novalex/contract'
import { computed, ref } from 'vue'
import { api } from '@/api/api.ts'
import { useAnswer, useList } from '@/api/useAnswer.ts'
import { ApiError } from '@/api/http.ts'
import LoadError from '@/components/LoadError.vue'
import { text } from '@/locale/en.ts'
import { explainError } from '@/locale/problems.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import ReleaseList from './ReleaseList.vue'
import ReviewTestCarts from '@/features/testCarts/ReviewTestCarts.vue'
import ReviewPanel from './ReviewPanel.vue'

const NOTE_MAX = 2000

const store = useStoreInfo()
const notice = useNotice()
const words = text.releases
/** The older release that is being looked at, to be taken up again. */
const again = ref<number | null>(null)
const note = ref('')
const isReleasing = ref(false)

const listed = useList('listReleases')
const { data: releases } = listed
const asked = useAnswer('reviewRelease', () => ({ query: { release: again.value } }))
const { data: review, isFetching: isReviewing } = asked
const next = computed(() => (releases.value?.[0]?.number ?? 0) + 1)
const hasChanges = ({ changes, sets }: ReviewAnswer) => changes.length + sets.length > 0
const canRelease = computed(() => {
  const found = review.value
  return found !== undefined && found.problems.length === 0 && hasChanges(found) && !isReviewing.value
})

async function release(): Promise<void> {
  const { planRevision } = review.value!
  isReleasing.value = true
  try {
    const request = { note: note.value, planRevision, ...(again.value === null ? {} : { again: again.value }) }
    const { number } = await api.release(request)
    notice.say(words.released(number))
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
      <p v-if="isReviewing && !review" class="quiet" role="status">{{ words.reviewing }}</p>
      <form v-if="review && hasChanges(review)" class="release" @submit.prevent="release">
        <v-text-field v-model="note" :label="words.note" :maxlength="NOTE_MAX" />
        <v-btn type="submit" variant="flat" :disabled="!canRelease || isReleasing">{{ words.release(next) }}</v-btn>
      </form>
      <ReviewTestCarts v-if="again === null" />
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

.waiting {
  opacity: 0.55;
}
</style>
