<script setup lang="ts">
import { dateOf, definitionOf, keysOf, toLocal, type Ladder } from '@novalex/core'
import { computed, shallowRef, watch } from 'vue'
import TypedField from '@/components/TypedField.vue'
import { offerText, explainProblem } from '@/locale/catalogue.ts'
import { useCounts } from '@/stores/counts.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import { changeAt } from '@/components/changeAt.ts'
import DateTimeField from '@/components/DateTimeField.vue'
import FillRungs from './FillRungs.vue'
import RemoveRow from '@/components/RemoveRow.vue'
import ValueFields from '@/mechanics/shared/ValueFields.vue'
import { createValue, type ValueKind } from '@/mechanics/shared/valueKinds.ts'
import { createLadder, createNextRung, orderRungs, sortRungs, type Rung } from './ladderDraft.ts'

/** How the value changes as time goes on or units are sold: steps without gap or overlap, typed in any order. */
const { kinds, isRequired = false } = defineProps<{ kinds: readonly ValueKind[]; isRequired?: boolean }>()

const { draft, record, reach, patch, forget, problemsAt } = usePromotion()
const store = useStoreInfo()
const moment = useMoment()
const counts = useCounts()
const words = offerText.ladder
const ladder = computed(() => draft.value.ladder)
/** As they are shown: in the order in which they happen, once nobody types in them. */
const rows = shallowRef<readonly Rung[]>([])
watch(
  ladder,
  (now) => {
    const known: readonly Rung[] = now?.rungs ?? []
    if (JSON.stringify(sortRungs(rows.value)) !== JSON.stringify(known))
      rows.value = now ? orderRungs(now.by, known) : []
  },
  { immediate: true },
)
interface Choice {
  readonly value: Ladder['by'] | 'none'
  readonly title: string
}
const BY = keysOf(words.by).map((value): Choice => ({ value, title: words.by[value] }))
const choices = computed<Choice[]>(() => (isRequired ? BY : [{ value: 'none', title: words.none }, ...BY]))
const base = computed(() => {
  const value = definitionOf(draft.value.mechanic).carried(draft.value.mechanic)
  // What acts on a sum can't step from what acts on each unit.
  return value && !isRequired ? value : undefined
})
const price = computed(() => reach.value?.reaches[0]?.sample.at(-1)?.regularPrice ?? null)
/** A step at nothing sold leaves no room for the value above. */
const isBaseDead = computed(() => !isRequired && ladder.value?.by === 'unitsSold' && ladder.value.rungs[0]?.at === 0)
/** Starting point for filling steps. */
const like = computed(() => rows.value[0]?.value ?? createValue(kinds[0]!))

function setBy(by: Ladder['by'] | 'none'): void {
  forget('ladder')
  if (by === 'none') {
    patch({ ladder: null })
    return
  }
  const today = dateOf(toLocal(moment.now, store.zone))
  const sold = counts.facts[record.value.promotion.id]?.unitsSold ?? 0
  patch({ ladder: createLadder(by, { base: base.value, price: price.value, kinds, today, sold, isRequired }) })
}

function setRows(next: readonly Rung[]): void {
  rows.value = next
  patch({ ladder: { by: ladder.value!.by, rungs: sortRungs(next) } as Ladder })
}

function change(index: number, changes: Partial<Rung>): void {
  setRows(changeAt(rows.value, index, changes))
}

function add(): void {
  setRows([...rows.value, createNextRung(ladder.value!.by, rows.value)])
}

function remove(index: number): void {
  forget('ladder')
  setRows(rows.value.toSpliced(index, 1))
}

function fill(rungs: readonly Rung[]): void {
  forget('ladder')
  setRows(rungs)
}

/** Once nobody types in them, they stand in the order in which they happen. */
function tidy(event: FocusEvent): void {
  const { currentTarget: list, relatedTarget: next } = event
  if (!ladder.value || (list instanceof Node && next instanceof Node && list.contains(next))) return
  rows.value = orderRungs(ladder.value.by, rows.value)
}

/** Path of a row, as in problems. */
const pathOf = (row: Rung) => `ladder.rungs.${sortRungs(rows.value).indexOf(row)}`

/** How long a step by units sold holds. */
function holds(row: Rung): string {
  const sorted = sortRungs(rows.value)
  const next = sorted[sorted.indexOf(row) + 1]?.at
  return words.while(Number(row.at), next === undefined ? null : Number(next))
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
    <ol class="rungs" @focusout="tidy">
      <li v-for="(rung, index) in rows" :key="index" :class="{ dated: typeof rung.at === 'string' }">
        <DateTimeField
          v-if="typeof rung.at === 'string'"
          :model-value="rung.at"
          :path="`${pathOf(rung)}.at`"
          :date-label="words.at.date"
          :time-label="words.at.time"
          :errors="problemsAt(`${pathOf(rung)}.at`).map(explainProblem)"
          @update:model-value="(at) => at !== undefined && change(index, { at })"
        />
        <TypedField
          v-else
          :model-value="rung.at"
          kind="count"
          :path="`${pathOf(rung)}.at`"
          :label="words.at[ladder.by]"
          @update:model-value="(at) => change(index, { at: at ?? 0 })"
        />
        <span v-if="typeof rung.at === 'number'" class="quiet upto">{{
          ladder.by === 'unitsSold' ? holds(rung) : ''
        }}</span>
        <ValueFields
          class="value"
          :value="rung.value"
          :kinds="kinds"
          :path="`${pathOf(rung)}.value`"
          @change="(value) => change(index, { value })"
        />
        <RemoveRow v-if="rows.length > 1" :label="words.remove(String(rung.at))" @remove="remove(index)" />
      </li>
    </ol>
    <div class="acts">
      <v-btn size="small" @click="add">{{ words.add }}</v-btn>
      <FillRungs v-if="ladder.by === 'unitsSold'" :value="like" @fill="fill" />
    </div>
    <p v-if="isBaseDead" class="wrong">▲ {{ words.deadBase }}</p>
    <p v-else-if="!isRequired" class="quiet">{{ words.base }}</p>
    <p v-if="ladder.by === 'unitsSold' || ladder.by === 'unitsLeft'" class="quiet">{{ words.whole }}</p>
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
  flex: 0 0 110px;
}

.dated > :first-child {
  flex-basis: 272px;
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
