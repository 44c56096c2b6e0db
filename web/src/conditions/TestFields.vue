<script setup lang="ts">
import type { ConditionTest } from '@novalex/core'
import { computed } from 'vue'
import { useEdited } from '@/composables/useEdited.ts'
import { TEST_FIELDS } from './fields.ts'

/** Editor of one test. */
const { test, path } = defineProps<{ test: ConditionTest; path: string }>()
const emit = defineEmits<{ change: [test: ConditionTest] }>()

const { latest, change } = useEdited<ConditionTest>(
  () => test,
  (next) => {
    emit('change', next)
  },
)
const fields = computed(() => TEST_FIELDS[test.test])

function set(changes: object): void {
  change({ ...latest(), ...changes } as ConditionTest)
}
</script>

<template>
  <div class="test">
    <component :is="fields" :test="test" :path="path" @set="set" />
  </div>
</template>

<style scoped>
.test {
  display: grid;
  gap: 10px;
  padding: 2px 0 6px;
}
</style>
