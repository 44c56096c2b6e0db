<script setup lang="ts">
import type { Condition, TestKind } from '@novalex/core'
import { computed, ref } from 'vue'
import { offerText } from '@/locale/catalogue.ts'
import { conditionWordsOf } from '@/conditions/words.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import ConditionPart from './ConditionPart.vue'
import { useChoices } from '@/conditions/useChoices.ts'
import { createTest, fromGroup, listTests, pathOf, toGroup } from './conditionTree.ts'
import { useEdited } from '@/composables/useEdited.ts'

/** Conditions of which all or any must hold. */
const { condition, path, mayAskCart, canNest } = defineProps<{
  condition: Condition | null
  path: string
  mayAskCart: boolean
  canNest: boolean
}>()
const emit = defineEmits<{ change: [condition: Condition | null] }>()

const { forget } = usePromotion()
const words = offerText.condition
const { latest, change: changeAll } = useEdited<Condition | null>(
  () => condition,
  (next) => {
    emit('change', next)
  },
)
const group = computed(() => toGroup(condition))
const partsNow = () => toGroup(latest()).parts
const open = ref<number | null>(null)
const choices = useChoices()
const tests = computed(() => listTests(choices.value, mayAskCart))
/** Closed by hand: the menu would close what it stands in with itself. */
const isAdding = ref(false)

function setParts(parts: readonly Condition[], kind = toGroup(latest()).kind): void {
  changeAll(fromGroup({ kind, parts }))
}

function change(index: number, next: Condition | null): void {
  if (next === null) forget(path)
  setParts(partsNow().flatMap((part, at) => (at === index ? (next ?? []) : [part])))
}

function add(part: Condition): void {
  isAdding.value = false
  open.value = partsNow().length
  setParts([...partsNow(), part])
}

const addTest = (kind: TestKind) => {
  add(createTest(kind, choices.value))
}
const addGroup = () => {
  add({ any: [createTest('signedIn', choices.value), createTest('orders', choices.value)] })
}
</script>

<template>
  <div class="group">
    <p v-if="group.parts.length > 1">
      {{ words.holds }}
      <button
        type="button"
        class="as-link"
        :aria-pressed="group.kind === 'any'"
        @click="setParts(group.parts, group.kind === 'all' ? 'any' : 'all')"
      >
        <strong>{{ words[group.kind] }}</strong></button
      >:
    </p>
    <ul v-if="group.parts.length > 0">
      <li v-for="(part, index) in group.parts" :key="index">
        <ConditionPart
          :condition="part"
          :path="pathOf(condition, path, index)"
          :is-open="open === index"
          @toggle="open = open === index ? null : index"
          @change="(next) => change(index, next)"
        >
          <template #default="inner">
            <ConditionGroup
              :condition="inner.condition"
              :path="inner.path"
              :may-ask-cart="mayAskCart"
              :can-nest="false"
              @change="inner.change"
            />
          </template>
        </ConditionPart>
      </li>
    </ul>
    <v-menu v-model="isAdding" :close-on-content-click="false">
      <template #activator="{ props }">
        <v-btn v-bind="props" size="small" class="add">{{ words.add }}</v-btn>
      </template>
      <v-list density="compact">
        <v-list-item
          v-for="kind in tests"
          :key="kind"
          :title="conditionWordsOf({ test: kind }).title"
          @click="addTest(kind)"
        />
        <v-list-item v-if="canNest && group.parts.length > 0" :title="words.group" @click="addGroup" />
      </v-list>
    </v-menu>
  </div>
</template>

<style scoped>
.group {
  display: grid;
  gap: 6px;
}

ul {
  border-left: 2px solid var(--line);
  display: grid;
  gap: 6px;
  list-style: none;
  padding-left: 10px;
}

.add {
  justify-self: start;
}
</style>
