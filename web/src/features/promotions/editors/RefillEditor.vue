<script setup lang="ts">
import { keysOf, type Refill } from '@novalex/core'
import { computed } from 'vue'
import { changeAt } from '@/components/changeAt.ts'
import RemoveRow from '@/components/RemoveRow.vue'
import TypedField from '@/components/TypedField.vue'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import { offerText, explainProblem } from '@/locale/catalogue.ts'
import { useEdited } from '@/composables/useEdited.ts'

/** More units on offer when few are left, or when the end is near: each refill happens once. */
const { refills } = defineProps<{ refills: readonly Refill[] }>()
const emit = defineEmits<{ change: [refills: readonly Refill[]] }>()

const { problemsAt, forget } = usePromotion()
const words = offerText.refills
const { latest, change: changeAll } = useEdited<readonly Refill[]>(
  () => refills,
  (next) => {
    emit('change', next)
  },
)
type By = 'unitsLeft' | 'hoursLeft'
const BY = keysOf(words.by).map((value) => ({ value, title: words.by[value] }))
const rows = computed(() =>
  refills.map(({ at, add }, index) => {
    const by: By = 'unitsLeft' in at ? 'unitsLeft' : 'hoursLeft'
    return { by, figure: 'unitsLeft' in at ? at.unitsLeft : at.hoursLeft, add, path: `limits.refills.${index}` }
  }),
)
const toAt = (by: By, figure: number): Refill['at'] =>
  by === 'unitsLeft' ? { unitsLeft: figure } : { hoursLeft: figure }

function change(index: number, changes: Partial<Refill>): void {
  changeAll(changeAt(latest(), index, changes))
}

function remove(index: number): void {
  forget('limits.refills')
  changeAll(latest().toSpliced(index, 1))
}
</script>

<template>
  <div class="refills">
    <ol v-if="rows.length > 0">
      <li v-for="(row, index) in rows" :key="index">
        <v-select
          :model-value="row.by"
          :items="BY"
          :label="words.when"
          @update:model-value="(by: By) => change(index, { at: toAt(by, by === 'unitsLeft' ? 1 : 3) })"
        />
        <TypedField
          :model-value="row.figure"
          kind="count"
          :path="`${row.path}.at.${row.by}`"
          :label="words.figure[row.by]"
          @update:model-value="(figure) => change(index, { at: toAt(row.by, figure ?? 0) })"
        />
        <TypedField
          :model-value="row.add"
          kind="count"
          :path="`${row.path}.add`"
          :label="words.add"
          @update:model-value="(add) => change(index, { add: add ?? 1 })"
        />
        <RemoveRow :label="words.remove(index + 1)" @remove="remove(index)" />
        <p
          v-for="problem in problemsAt(`${row.path}.at`).filter(({ path }) => path === `${row.path}.at`)"
          :key="problem.code"
          class="wrong"
        >
          {{ explainProblem(problem) }}
        </p>
      </li>
    </ol>
    <v-btn v-if="refills.length < 10" size="small" @click="changeAll([...latest(), { at: { unitsLeft: 1 }, add: 3 }])">
      {{ words.more }}
    </v-btn>
    <p class="quiet">{{ words.once }}</p>
  </div>
</template>

<style scoped>
ol {
  display: grid;
  gap: 8px;
  list-style: none;
  margin-bottom: 8px;
  padding: 0;
}

li {
  align-items: start;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

li > * {
  flex: 1 1 96px;
}

li > :first-child {
  flex-basis: 150px;
}

li > :last-child:not(.wrong),
.wrong {
  flex: 0 0 auto;
}
</style>
