<script setup lang="ts">
import type { Basis, Comparison, ConditionTest, Reach } from '@novalex/core'
import { computed } from 'vue'
import TypedField from '@/components/TypedField.vue'
import { offerText } from '@/locale/enOffers.ts'
import { CHANNELS } from '@/locale/ruleWords.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import PartReach from '@/mechanics/shared/PartReach.vue'
import { useChoices } from './useChoices.ts'
import { useEdited } from '@/composables/useEdited.ts'

/** What one test asks. */
const { test, path } = defineProps<{ test: ConditionTest; path: string }>()
const emit = defineEmits<{ change: [test: ConditionTest] }>()

const words = offerText.condition
const toItems = (titles: Readonly<Record<string, string>>) =>
  Object.entries(titles).map(([value, title]) => ({ value, title }))
const OPS = toItems(words.ops)
const BASES = toItems(words.bases)
/** What is chosen by its name; of others, what there is, or what is typed. */
const OFFERED: Readonly<Record<string, readonly { value: string; title: string }[]>> = {
  channel: toItems(CHANNELS),
  option: useStoreInfo().delivery.map(({ id, name }) => ({ value: id, title: name })),
}
const choices = useChoices()

const { latest, change } = useEdited<ConditionTest>(
  () => test,
  (next) => {
    emit('change', next)
  },
)

function set(changes: object): void {
  change({ ...latest(), ...changes } as ConditionTest)
}

const number = computed<number>({
  get: () => ('amount' in test ? test.amount : 'count' in test ? test.count : 0),
  set: (given) => {
    set('amount' in test ? { amount: given } : { count: given })
  },
})
const list = computed<string[]>({
  get: () => ('in' in test ? [...test.in] : []),
  // A choice among none would never hold.
  set: (ids) => {
    const given = ids.map((id) => id.trim()).filter(Boolean)
    if (given.length > 0) set({ in: given })
  },
})
</script>

<template>
  <div class="test">
    <div v-if="'op' in test" class="pair">
      <v-select
        :model-value="test.op"
        :items="OPS"
        :label="words.op"
        @update:model-value="(op: Comparison) => set({ op })"
      />
      <TypedField
        v-model="number"
        :kind="'amount' in test ? 'money' : 'count'"
        :path="`${path}.${'amount' in test ? 'amount' : 'count'}`"
        :label="'amount' in test ? words.amount : words.count"
      />
      <v-select
        v-if="test.test === 'spend'"
        :model-value="test.basis"
        :items="BASES"
        :label="words.basis"
        @update:model-value="(basis: Basis) => set({ basis })"
      />
    </div>
    <p v-if="'count' in test && test.op === '=' && test.count > 0" class="quiet">
      ▲ {{ words.exactly(String(test.count)) }}
    </p>
    <PartReach
      v-if="'reach' in test"
      :reach="test.reach"
      :path="`${path}.reach`"
      :label="words.reach"
      @change="(reach: Reach) => set({ reach })"
    />
    <v-select
      v-if="'in' in test && OFFERED[test.test]"
      v-model="list"
      :items="OFFERED[test.test]"
      multiple
      chips
      :label="words.values"
    />
    <v-combobox
      v-else-if="'in' in test"
      v-model="list"
      :items="choices[test.test as keyof typeof choices] ?? []"
      multiple
      chips
      closable-chips
      hide-details="auto"
      :label="words.values"
    />
    <v-select
      v-if="test.test === 'signedIn'"
      :model-value="test.is"
      :items="[
        { value: true, title: words.yes },
        { value: false, title: words.no },
      ]"
      :label="words.signedIn"
      @update:model-value="(is: boolean) => set({ is })"
    />
  </div>
</template>

<style scoped>
.test {
  display: grid;
  gap: 10px;
  padding: 2px 0 6px;
}
</style>
