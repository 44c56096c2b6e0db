<script setup lang="ts">
import type { Rounding } from '@novalex/core'
import TypedField from '@/components/TypedField.vue'
import { text } from '@/locale/catalogue.ts'
import { useEdited } from '@/composables/useEdited.ts'

const { rounding, path = 'mechanic.rounding' } = defineProps<{ rounding: Rounding | undefined; path?: string }>()
const emit = defineEmits<{ change: [rounding: Rounding | undefined] }>()
const { latest, change } = useEdited<Rounding | undefined>(
  () => rounding,
  (next) => {
    emit('change', next)
  },
)
const words = text.promotion.value

const CHOICES = [
  { value: 'none', title: words.roundingNone },
  ...(['nearest', 'up', 'down'] as const).map((value) => ({ value, title: words.roundingTo[value] })),
]

function choose(to: string): void {
  if (to === 'none') change(undefined)
  else change({ step: 100, ending: 95, ...latest(), to: to as Rounding['to'] })
}
</script>

<template>
  <div class="row">
    <v-select
      :model-value="rounding?.to ?? 'none'"
      :items="CHOICES"
      :label="words.rounding"
      @update:model-value="choose"
    />
    <template v-if="rounding">
      <TypedField
        :model-value="rounding.step"
        kind="money"
        :path="`${path}.step`"
        :label="words.step"
        @update:model-value="(step) => change({ ...latest()!, step: step ?? 1 })"
      />
      <TypedField
        :model-value="rounding.ending ?? 0"
        kind="money"
        :path="`${path}.ending`"
        :label="words.ending"
        @update:model-value="(ending) => change({ ...latest()!, ending: ending ?? 0 })"
      />
    </template>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  gap: 12px;
  grid-template-columns: minmax(150px, 1fr) minmax(0, 130px) minmax(0, 130px);
}
</style>
