<script setup lang="ts">
import type { ReviewAnswer } from '@novalex/contract'
import { computed, ref } from 'vue'
import { api } from '@/api/api.ts'
import { ApiError } from '@/api/http.ts'
import LoadError from '@/components/LoadError.vue'
import { useLoad } from '@/composables/useLoad.ts'
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

const { data: releases, error, reload } = useLoad([() => store.release?.number], () => api.listReleases())
const review = useLoad(
  [again, () => store.info?.planRevision, () => store.info?.catalogueRevision, () => store.release?.number],
  () => api.getReview(again.value),
)
const next = computed(() => (releases.value?.[0]?.number ?? 0) + 1)
const hasChanges = ({ changes, sets }: ReviewAnswer) => changes.length + sets.length > 0
const canRelease = computed(() => {
  const found = review.data.value
  return found !== null && found.problems.length === 0 && hasChanges(found) && !review.isLoading.value
})

async function release(): Promise<void> {
  const { planRevision } = review.data.value!
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
  await Promise.all([reload(), review.reload()])
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
      <LoadError v-if="review.error.value" :error="review.error.value" @retry="review.reload()" />
      <p v-if="review.isLoading.value && !review.data.value" class="quiet" role="status">{{ words.reviewing }}</p>
      <form v-if="review.data.value && hasChanges(review.data.value)" class="release" @submit.prevent="release">
        <v-text-field v-model="note" :label="words.note" :maxlength="NOTE_MAX" />
        <v-btn type="submit" variant="flat" :disabled="!canRelease || isReleasing">{{ words.release(next) }}</v-btn>
      </form>
      <ReviewTestCarts v-if="again === null" />
      <ReviewPanel v-if="review.data.value" :review="review.data.value" :class="{ waiting: review.isLoading.value }" />
    </div>
    <aside>
      <h2>{{ words.list }}</h2>
      <LoadError v-if="error" :error="error" @retry="reload" />
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
