<script setup lang="ts">
import type { Mechanic } from '@novalex/core'
import { useRouter } from 'vue-router'
import { api } from '@/api/api.ts'
import { useAttempt } from '@/composables/useAttempt.ts'
import { text } from '@/locale/en.ts'
import { offerText } from '@/locale/enOffers.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { createNewDraft, type ReasonKey } from './createNewDraft.ts'
import { useNewPromotion } from '@/stores/newPromotion.ts'
import { KINDS, wordsOf } from '@/mechanics/words.ts'

/** What a promotion is for, or of which kind it is: the first draft follows from it. */
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

async function plan(choice: { kind?: Mechanic['kind']; reason?: ReasonKey }): Promise<void> {
  isOpen.value = false
  await attempt(async () => {
    const { promotion } = await api.createPromotion(createNewDraft(store.settings, moment.now, choice))
    await router.push(`/promotions/${promotion.id}`)
  })
}
</script>

<template>
  <v-dialog v-model="isOpen" max-width="760">
    <template #activator="{ props }">
      <v-btn v-bind="props" variant="flat">{{ text.promotions.plan }}</v-btn>
    </template>
    <v-card border class="choice" :aria-label="words.title">
      <h2>{{ words.title }}</h2>
      <h3 class="quiet">{{ words.legend }}</h3>
      <ul class="reasons">
        <li v-for="reason in REASONS" :key="reason.key">
          <button type="button" @click="plan({ reason: reason.key })">
            <strong>{{ reason.title }}</strong>
            <span>{{ reason.text }}</span>
            <span class="quiet">{{ wordsOf(reason).title }}</span>
          </button>
        </li>
      </ul>
      <h3 class="quiet">{{ words.orKind }}</h3>
      <ul class="kinds">
        <li v-for="kind in KINDS" :key="kind">
          <button type="button" @click="plan({ kind })">
            <strong>{{ wordsOf({ kind }).title }}</strong>
            <span class="quiet">{{ wordsOf({ kind }).example }}</span>
          </button>
        </li>
      </ul>
    </v-card>
  </v-dialog>
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
