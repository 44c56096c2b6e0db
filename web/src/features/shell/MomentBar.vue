<script setup lang="ts">
import { mdiChevronLeft, mdiChevronRight } from '@mdi/js'
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { formatInstant } from '@novalex/words'
import { formatZone, text } from '@/locale/catalogue.ts'
import { later } from '@/plugins/later.ts'
import { useMoment } from '@/stores/moment.ts'
import { useShopView } from '@/stores/shopView.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import MomentLine from './MomentLine.vue'
import SavingNote from './SavingNote.vue'
import { usePlanChoice } from './usePlanChoice.ts'

const MomentPicker = later(() => import('./MomentPicker.vue'))
const moment = useMoment()
const store = useStoreInfo()

const route = useRoute()
/** The shop follows the release whatever plan is being looked at. */
const isShop = computed(() => route.meta.place === 'shop')
const view = useShopView()
const views = [
  { value: false, title: text.moment.plans.live },
  { value: true, title: text.moment.plans.working },
]
const label = computed(() => formatInstant(moment.instant, { zone: store.zone }))
const plans = usePlanChoice()
/** The store's, and one that is looked at although it is gone. */
const channels = computed(() => {
  const isKnown = store.channels.some(({ id }) => id === moment.channel)
  return [...store.channels, ...(isKnown ? [] : [{ id: moment.channel, name: moment.channel }])]
})

function step(to: { readonly at: number } | null): void {
  if (to) moment.moveTo(to.at)
}
</script>

<template>
  <header class="bar" :class="{ moved: moment.isMoved || moment.inChannel.channel !== undefined }">
    <span class="as-of">{{ text.moment.asOf }}</span>
    <v-menu>
      <template #activator="{ props }">
        <button
          v-bind="props"
          type="button"
          class="when"
          :aria-label="`${label} ${formatZone(store.zone).replace(' time', '')}, ${text.moment.change}`"
        >
          <strong>{{ label }}</strong> {{ formatZone(store.zone).replace(' time', '') }}
        </button>
      </template>
      <MomentPicker />
    </v-menu>
    <button v-if="moment.isMoved" type="button" class="back" @click="moment.moveTo(null)">{{ text.moment.now }}</button>
    <v-btn
      :icon="mdiChevronLeft"
      size="x-small"
      variant="text"
      :disabled="!moment.previous"
      :aria-label="moment.previous ? text.moment.previous : text.moment.noPrevious"
      @click="step(moment.previous)"
    />
    <MomentLine class="line" />
    <v-btn
      :icon="mdiChevronRight"
      size="x-small"
      variant="text"
      :disabled="!moment.next"
      :aria-label="moment.next ? text.moment.next : text.moment.noNext"
      @click="step(moment.next)"
    />
    <span class="plan">
      <template v-if="!isShop">{{ text.moment.in }}</template>
      <select v-if="isShop" v-model="view.isPreview" :aria-label="text.moment.plan">
        <option v-for="one in views" :key="one.title" :value="one.value">{{ one.title }}</option>
      </select>
      <select v-else v-model="moment.plan" :aria-label="text.moment.plan">
        <option v-for="plan in plans" :key="plan.value" :value="plan.value">{{ plan.title }}</option>
      </select>
      <select v-if="channels.length > 1" v-model="moment.channel" :aria-label="text.moment.channel">
        <option v-for="one in channels" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
    </span>
    <SavingNote />
    <span class="live quiet">{{
      store.release ? text.moment.live(store.release.number) : text.moment.nothingLive
    }}</span>
  </header>
</template>

<style scoped>
.bar {
  align-items: center;
  background: rgb(var(--v-theme-background));
  border-bottom: 1px solid var(--line);
  display: flex;
  font-size: 13.5px;
  gap: 8px;
  height: 44px;
  padding: 0 18px;
  white-space: nowrap;
}

.bar.moved {
  background: var(--wash);
  border-bottom: 2px solid var(--moment);
}

.when,
.back {
  background: none;
  border: 0;
  border-bottom: 1px dotted var(--quiet);
  color: inherit;
  cursor: pointer;
  font: inherit;
  min-height: 26px;
  padding: 1px 0;
}

.when strong {
  font-weight: 650;
  font-variant-numeric: tabular-nums;
}

.back {
  border: 1px solid var(--moment);
  border-radius: 3px;
  padding: 1px 8px;
}

.line {
  flex: 1;
  min-width: 80px;
}

.plan {
  align-items: baseline;
  display: flex;
  gap: 4px;
}

.plan select {
  appearance: auto;
  background: transparent;
  border: 0;
  border-bottom: 1px dotted var(--quiet);
  color: inherit;
  font: inherit;
  font-weight: 650;
  max-width: 180px;
  min-height: 26px;
}

.plan option {
  background: var(--sheet);
}

@media (max-width: 1180px) {
  .as-of {
    display: none;
  }
}

@media (max-width: 900px) {
  .live {
    display: none;
  }
}
</style>
