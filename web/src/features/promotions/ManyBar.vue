<script setup lang="ts">
import type { CampaignRecord, PromotionRecord } from '@novalex/contract'
import { computed, ref } from 'vue'
import { ActionList } from '@/components/menuAction.ts'
import { text, counted } from '@/locale/catalogue.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { MANY_ACTIONS, shiftBy, useManyActions } from './useManyActions.ts'

/** Bulk actions on selected promotions. */
const { records } = defineProps<{
  records: readonly PromotionRecord[]
  campaigns: readonly CampaignRecord[]
}>()
const emit = defineEmits<{ clear: [] }>()

const store = useStoreInfo()
const words = text.promotions.many
const days = ref(7)
const groups = computed(() => store.info?.store.stackGroups ?? [])
const { run, isRunning } = useManyActions()

function shift(): void {
  const by = Math.trunc(Number(days.value))
  if (Number.isFinite(by) && Math.abs(by) <= 3660) {
    void run(records, { title: words.shifted(by), change: shiftBy(by, 'both') })
  }
}

function setCampaign(campaign: string | null): void {
  void run(records, { title: words.campaign, change: () => ({ campaign }) })
}

function setGroup(group: string): void {
  void run(records, {
    title: words.group,
    change: ({ promotion: { stacking } }) => (stacking ? { stacking: { ...stacking, group } } : null),
  })
}
</script>

<template>
  <div class="many" role="region" :aria-label="words.title">
    <strong role="status">{{ counted.promotion(records.length) }}</strong>
    <v-btn
      v-for="action in MANY_ACTIONS"
      :key="action.title"
      size="small"
      :disabled="isRunning"
      @click="run(records, action)"
      >{{ action.title }}</v-btn
    >
    <form @submit.prevent="shift">
      <label>
        {{ words.shift }} <input v-model="days" type="number" min="-3660" max="3660" :aria-label="words.days" />
        {{ words.daysUnit }}
      </label>
      <v-btn size="small" type="submit" :disabled="isRunning">{{ words.doShift }}</v-btn>
    </form>
    <v-menu close-on-content-click>
      <template #activator="{ props }">
        <v-btn v-bind="props" size="small" :disabled="isRunning">{{ words.campaign }}…</v-btn>
      </template>
      <ActionList
        :actions="[
          { title: text.promotions.noCampaign, run: () => setCampaign(null) },
          ...campaigns.map(({ id, name }) => ({ title: name, run: () => setCampaign(id) })),
        ]"
      />
    </v-menu>
    <v-menu close-on-content-click>
      <template #activator="{ props }">
        <v-btn v-bind="props" size="small" :disabled="isRunning">{{ words.group }}…</v-btn>
      </template>
      <ActionList :actions="groups.map((group) => ({ title: group, run: () => setGroup(group) }))" />
    </v-menu>
    <button type="button" class="as-link" @click="emit('clear')">{{ words.clear }}</button>
  </div>
</template>

<style scoped>
.many {
  align-items: center;
  background: var(--wash);
  border: 1px solid var(--moment);
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-bottom: 8px;
  padding: 8px 12px;
  position: sticky;
  top: 52px;
  z-index: 3;
}

form {
  align-items: center;
  display: flex;
  gap: 6px;
}

input {
  background: var(--sheet);
  border: 1px solid var(--line);
  color: inherit;
  font: inherit;
  padding: 2px 4px;
  width: 62px;
}
</style>
