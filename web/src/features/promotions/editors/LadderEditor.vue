<script setup lang="ts">
import { addDays, dateOf, keysOf, toLocal, type Ladder, type Value } from '@novalex/core'
import { computed } from 'vue'
import TypedField from '@/components/TypedField.vue'
import { offerText } from '@/locale/enOffers.ts'
import { explainProblem } from '@/locale/problems.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import { changeAt } from '@/components/changeAt.ts'
import DateTimeField from '@/components/DateTimeField.vue'
import FillRungs from './FillRungs.vue'
import RemoveRow from '@/components/RemoveRow.vue'
import ValueFields from '@/mechanics/shared/ValueFields.vue'
import { createValue, type ValueKind } from '@/mechanics/shared/valueKinds.ts'

interface Rung {
  readonly at: number | string
  readonly value: Value
}

/** How the reduction changes as things go on: rungs without gap or overlap, each upper limit following from the next rung. */
const { kinds, isRequired = false } = defineProps<{ kinds: readonly ValueKind[]; isRequired?: boolean }>()

const { draft, patch, forget, problemsAt } = usePromotion()
const store = useStoreInfo()
const moment = useMoment()
const words = offerText.ladder
const ladder = computed(() => draft.value.ladder)
const rungs = computed<readonly Rung[]>(() => ladder.value?.rungs ?? [])
interface Choice {
  readonly value: Ladder['by'] | 'none'
  readonly title: string
}
const BY = keysOf(words.by).map((value): Choice => ({ value, title: words.by[value] }))
const choices = computed<Choice[]>(() => (isRequired ? BY : [{ value: 'none', title: words.none }, ...BY]))

function setBy(by: Ladder['by'] | 'none'): void {
  forget('ladder')
  if (by === 'none') {
    patch({ ladder: null })
    return
  }
  const value = rungs.value[0]?.value ?? createValue(kinds[0]!)
  const today = `${dateOf(toLocal(moment.now, store.zone))}T00:00`
  patch({ ladder: { by, rungs: [{ at: by === 'date' ? today : by === 'unitsSold' ? 0 : 10, value }] } as Ladder })
}

function setRungs(next: readonly Rung[]): void {
  patch({ ladder: { by: ladder.value!.by, rungs: next } as Ladder })
}

function change(index: number, changes: Partial<Rung>): void {
  setRungs(changeAt(rungs.value, index, changes))
}

function add(): void {
  const last = rungs.value.at(-1)!
  const at = typeof last.at === 'string' ? `${addDays(last.at.slice(0, 10), 1)}${last.at.slice(10)}` : last.at + 10
  setRungs([...rungs.value, { at, value: last.value }])
}

function remove(index: number): void {
  forget('ladder')
  setRungs(rungs.value.toSpliced(index, 1))
}

/** How long a rung by units sold holds. */
function holds(index: number): string {
  const next = rungs.value[index + 1]?.at
  return words.while(Number(rungs.value[index]!.at), next === undefined ? null : Number(next))
}
</script>

<template>
  <v-select
    :model-value="ladder?.by ?? 'none'"
    :items="choices"
    :label="words.legend"
    :error-messages="
      problemsAt('ladder')
        .filter(({ path }) => path === 'ladder')
        .map(explainProblem)
    "
    @update:model-value="(by) => setBy(by as Choice['value'])"
  />
  <template v-if="ladder">
    <ol class="rungs">
      <li v-for="(rung, index) in rungs" :key="index" :class="{ dated: typeof rung.at === 'string' }">
        <DateTimeField
          v-if="typeof rung.at === 'string'"
          :model-value="rung.at"
          :path="`ladder.rungs.${index}.at`"
          :date-label="words.at.date"
          :time-label="words.at.time"
          :errors="problemsAt(`ladder.rungs.${index}.at`).map(explainProblem)"
          @update:model-value="(at) => at !== undefined && change(index, { at })"
        />
        <TypedField
          v-else
          :model-value="rung.at"
          kind="count"
          :path="`ladder.rungs.${index}.at`"
          :label="words.at[ladder.by]"
          @update:model-value="(at) => change(index, { at: at ?? 0 })"
        />
        <span v-if="typeof rung.at === 'number'" class="quiet upto">{{
          ladder.by === 'unitsSold' ? holds(index) : ''
        }}</span>
        <ValueFields
          class="value"
          :value="rung.value"
          :kinds="kinds"
          :path="`ladder.rungs.${index}.value`"
          @change="(value) => change(index, { value })"
        />
        <RemoveRow v-if="rungs.length > 1" :label="words.remove(String(rung.at))" @remove="remove(index)" />
      </li>
    </ol>
    <div class="acts">
      <v-btn size="small" @click="add">{{ words.add }}</v-btn>
      <FillRungs v-if="ladder.by === 'unitsSold'" @fill="setRungs" />
    </div>
    <p v-if="!isRequired" class="quiet">{{ words.base }}</p>
  </template>
</template>

<style scoped>
.rungs {
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
  flex: 0 0 96px;
}

.dated > :first-child {
  flex-basis: 270px;
}

.upto {
  flex: 0 0 104px;
  padding-top: 9px;
}

.value {
  flex: 1 1 235px;
}

.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
</style>
