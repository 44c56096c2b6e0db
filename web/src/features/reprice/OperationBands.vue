<script setup lang="ts">
import type { Operation, OperationBand } from '@novalex/core'
import { formatMoney } from '@novalex/words'
import { repriceText as words } from '@/locale/catalogue.ts'
import RemoveRow from '@/components/RemoveRow.vue'
import TypedField from '@/components/TypedField.vue'
import { changeAt } from '@/components/changeAt.ts'
import { useFields } from '@/components/fields.ts'
import { useEdited } from '@/composables/useEdited.ts'

/** Operations by price band. Each upper limit is the next band's lower one. */
const { bands } = defineProps<{ bands: readonly OperationBand[] }>()
const emit = defineEmits<{ change: [bands: OperationBand[]] }>()

type Choice = 'percent-down' | 'percent-up' | 'amount-down' | 'amount-up' | 'price'
const CHOICES = (['percent-down', 'percent-up', 'amount-down', 'amount-up', 'price'] as const).map((value) => ({
  value,
  title: words.operations[value],
}))
const FIRST_LIMIT = 1000
const { forget } = useFields()
const { latest, change } = useEdited<readonly OperationBand[]>(
  () => bands,
  (next) => {
    emit('change', [...next])
  },
)

const choiceOf = (operation: Operation): Choice =>
  operation.kind === 'price' ? 'price' : `${operation.kind}-${operation.direction}`
const valueOf = (operation: Operation) =>
  operation.kind === 'percent' ? operation.percent : operation.kind === 'amount' ? operation.amount : operation.price

function toOperation(choice: Choice, value: number): Operation {
  if (choice === 'price') return { kind: 'price', price: value }
  const [kind, direction] = choice.split('-') as ['percent' | 'amount', 'down' | 'up']
  return kind === 'percent' ? { kind, direction, percent: value } : { kind, direction, amount: value }
}

function choose(index: number, choice: Choice): void {
  const { operation } = latest()[index]!
  const isSame = choice.startsWith(operation.kind)
  forget(`bands.${index}.operation`)
  change(changeAt(latest(), index, { operation: toOperation(choice, isSame ? valueOf(operation) : 1000) }))
}

function setValue(index: number, value: number | null): void {
  const operation = toOperation(choiceOf(latest()[index]!.operation), value ?? 0)
  change(changeAt(latest(), index, { operation }))
}

function add(): void {
  const last = latest().at(-1)!
  change([...latest(), { ...last, from: last.from + FIRST_LIMIT }])
}

function remove(index: number): void {
  forget('bands')
  change(latest().toSpliced(index, 1))
}

function upTo(index: number): string {
  const next = bands[index + 1]
  return next ? words.below(formatMoney(next.from)) : words.andMore
}
</script>

<template>
  <ol>
    <li v-for="(band, index) in bands" :key="index" :class="{ many: bands.length > 1 }">
      <template v-if="bands.length > 1">
        <TypedField
          :model-value="band.from"
          kind="money"
          :path="`bands.${index}.from`"
          :label="words.from"
          @update:model-value="(from) => change(changeAt(latest(), index, { from: from ?? 0 }))"
        />
        <span class="quiet upto">{{ upTo(index) }}</span>
        <RemoveRow :label="words.removeBand(formatMoney(band.from))" @remove="remove(index)" />
      </template>
      <v-select
        class="what"
        :model-value="choiceOf(band.operation)"
        :items="CHOICES"
        :label="words.operation"
        @update:model-value="(choice) => choose(index, choice)"
      />
      <TypedField
        class="value"
        :model-value="valueOf(band.operation)"
        :kind="band.operation.kind === 'percent' ? 'percent' : 'money'"
        :path="`bands.${index}.operation.${band.operation.kind}`"
        :label="words.by[band.operation.kind]"
        @update:model-value="(value) => setValue(index, value)"
      />
    </li>
  </ol>
  <div>
    <v-btn size="small" @click="add">{{ words.addBand }}</v-btn>
  </div>
</template>

<style scoped>
ol {
  display: grid;
  gap: 10px;
  list-style: none;
  padding: 0;
}

li {
  align-items: start;
  display: grid;
  gap: 8px;
  grid-template-columns: minmax(0, 1fr) 116px;
}

.many {
  border-left: 3px solid var(--line);
  grid-template-columns: minmax(0, 1fr) 90px 26px;
  padding-left: 10px;
}

.upto {
  padding-top: 9px;
}

.many .value {
  grid-column: 2 / span 2;
}
</style>
