<script setup lang="ts">
import type { Tier } from '@novalex/core'
import { formatMoney } from '@novalex/words'
import { offerText } from '@/locale/catalogue.ts'
import TypedField from '@/components/TypedField.vue'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import { changeAt } from '@/components/changeAt.ts'
import RemoveRow from '@/components/RemoveRow.vue'
import ValueFields from './ValueFields.vue'
import type { ValueKind } from './valueKinds.ts'
import { useEdited } from '@/composables/useEdited.ts'

/** Steps as one list of lower limits; each upper limit follows from the next lower one. */
const {
  tiers,
  measure,
  path = 'mechanic.tiers',
  words = offerText.tiers,
} = defineProps<{
  tiers: readonly Tier[]
  measure: 'count' | 'money'
  kinds: readonly ValueKind[]
  valueWords?: 'unit' | 'delivery'
  path?: string
  words?: typeof offerText.tiers
}>()
const emit = defineEmits<{ change: [tiers: Tier[]] }>()

const { forget } = usePromotion()
const { latest, change: changeAll } = useEdited<readonly Tier[]>(
  () => tiers,
  (next) => {
    emit('change', [...next])
  },
)
const STEP = { count: 5, money: 5000 }

function change(index: number, changes: Partial<Tier>): void {
  changeAll(changeAt(latest(), index, changes))
}

function add(): void {
  const last = latest().at(-1)!
  changeAll([...latest(), { from: last.from + STEP[measure], value: last.value }])
}

function remove(index: number): void {
  forget(path)
  changeAll(latest().toSpliced(index, 1))
}

function upTo(index: number): string {
  const next = tiers[index + 1]
  if (!next) return words.more
  return measure === 'count' ? words.to(String(next.from - 1)) : words.below(formatMoney(next.from))
}
</script>

<template>
  <ol class="tiers">
    <li v-for="(tier, index) in tiers" :key="index">
      <TypedField
        :model-value="tier.from"
        :kind="measure"
        :path="`${path}.${index}.from`"
        :label="words.from[measure]"
        @update:model-value="(from) => change(index, { from: from ?? 0 })"
      />
      <span class="quiet upto">{{ upTo(index) }}</span>
      <ValueFields
        class="value"
        :value="tier.value"
        :kinds="kinds"
        :words="valueWords ?? 'unit'"
        :path="`${path}.${index}.value`"
        @change="(value) => change(index, { value })"
      />
      <RemoveRow
        v-if="tiers.length > 1"
        :label="words.remove(measure === 'count' ? String(tier.from) : formatMoney(tier.from))"
        @remove="remove(index)"
      />
    </li>
  </ol>
  <v-btn size="small" @click="add">{{ words.add }}</v-btn>
</template>

<style scoped>
.tiers {
  display: grid;
  gap: 8px;
  list-style: none;
  padding: 0;
}

li {
  align-items: start;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

li > :first-child {
  flex: 0 0 106px;
}

.upto {
  flex: 0 0 108px;
  padding-top: 9px;
}

.value {
  flex: 1 1 240px;
}
</style>
