<script setup lang="ts">
import { phaseOf, type Mechanic } from '@novalex/core'
import { ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { call } from '@/api/call.ts'
import { useAttempt } from '@/composables/useAttempt.ts'
import { offerText } from '@/locale/catalogue.ts'
import { KINDS, wordsOf } from '@/mechanics/words.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { createNewDraft, type ReasonKey, type Wanted } from './createNewDraft.ts'
import NewPromotionReach from './NewPromotionReach.vue'
import { useNewPromotion } from '@/stores/newPromotion.ts'

/** Purpose or type first, then the products: the first draft follows from both. */
const router = useRouter()
const store = useStoreInfo()
const moment = useMoment()
const attempt = useAttempt()
const { isOpen } = useNewPromotion()
const words = offerText.reasons
const REASONS = (['launch', 'clearance', 'bigger', 'winBack', 'thankYou'] as const).map((key) => ({
  key,
  ...words[key],
}))

interface Choice {
  readonly kind: Mechanic['kind']
  readonly reason?: ReasonKey
  readonly title: string
}
const choice = ref<Choice | null>(null)
watch(isOpen, (is) => {
  if (is) choice.value = null
})

/** Delivery offers have no products. */
function choose(next: Choice): void {
  if (phaseOf(next) === 4) void plan(next)
  else choice.value = next
}

async function plan({ kind, reason }: Choice, chosen: Pick<Wanted, 'reach' | 'sample' | 'name'> = {}): Promise<void> {
  isOpen.value = false
  await attempt(async () => {
    const wanted = reason ? { reason, ...chosen } : { kind, ...chosen }
    const { promotion } = await call('createPromotion', { body: createNewDraft(store.settings, moment.now, wanted) })
    await router.push(`/promotions/${promotion.id}`)
  })
}
</script>

<template>
  <v-card border class="choice" :aria-label="words.title">
    <NewPromotionReach
      v-if="choice"
      :title="choice.title"
      :kind="choice.kind"
      @back="choice = null"
      @chosen="(chosen) => plan(choice!, chosen)"
    />
    <template v-else>
      <h2>{{ words.title }}</h2>
      <h3 class="quiet">{{ words.legend }}</h3>
      <ul class="reasons">
        <li v-for="reason in REASONS" :key="reason.key">
          <button type="button" @click="choose({ kind: reason.kind, reason: reason.key, title: reason.title })">
            <strong>{{ reason.title }}</strong>
            <span>{{ reason.text }}</span>
            <span class="quiet">{{ wordsOf(reason).title }}</span>
          </button>
        </li>
      </ul>
      <h3 class="quiet">{{ words.orKind }}</h3>
      <ul class="kinds">
        <li v-for="kind in KINDS" :key="kind">
          <button type="button" @click="choose({ kind, title: wordsOf({ kind }).title })">
            <strong>{{ wordsOf({ kind }).title }}</strong>
            <span class="quiet">{{ wordsOf({ kind }).example }}</span>
          </button>
        </li>
      </ul>
    </template>
  </v-card>
</template>

<style scoped>
.choice {
  padding: 20px 24px 24px;
}

h3 {
  font-size: 13px;
  font-weight: 500;
  margin: 14px 0 6px;
}

ul {
  display: grid;
  gap: 0 20px;
  list-style: none;
  padding: 0;
}

.reasons {
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
}

.kinds {
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
}

li button {
  background: none;
  border: 0;
  border-top: 1px solid var(--line);
  color: inherit;
  cursor: pointer;
  display: grid;
  font: inherit;
  font-size: 13.5px;
  padding: 7px 2px;
  text-align: left;
  width: 100%;
}

li button:hover {
  background: var(--wash);
}
</style>
