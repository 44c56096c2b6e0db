<script setup lang="ts">
import type { ReviewAnswer } from '@novalex/contract'
import { computed } from 'vue'
import { usePageRows } from '@/composables/usePageRows.ts'
import { describeSpan } from '@/locale/describeSpan.ts'
import { text } from '@/locale/catalogue.ts'

/** The promotions that a release would change. Only the rows in sight are drawn. */
const { changes } = defineProps<{ changes: ReviewAnswer['changes'] }>()

const ROW_HEIGHT = 32
const words = text.releases
const { list, items, above, below, measure } = usePageRows(() => changes.length, ROW_HEIGHT)
const shown = computed(() =>
  items.value.flatMap(({ index }) => {
    const change = changes[index]
    return change ? [{ change, index }] : []
  }),
)
type Change = (typeof changes)[number]
const describeChange = ({ kind, promotion, fields }: Change) => {
  const { state, schedule } = promotion
  const named = fields.map((field) =>
    field === 'schedule' ? words.datesNow(describeSpan(schedule)) : (text.promotion.fields[field] ?? field),
  )
  return [...named, ...(state === 'ready' || kind === 'removed' ? [] : [words.inState(text.status[state])])].join(', ')
}
</script>

<template>
  <table ref="list" class="printed">
    <tbody>
      <tr v-if="above > 0" aria-hidden="true" :style="{ height: `${above}px` }">
        <td colspan="2" />
      </tr>
      <tr
        v-for="{ change, index } in shown"
        :key="change.promotion.id"
        :ref="(element) => measure(element as Element | null)"
        :data-index="index"
      >
        <td class="kind">{{ words.kinds[change.kind] }}</td>
        <td>
          <router-link v-if="change.kind !== 'removed'" :to="`/promotions/${change.promotion.id}`">{{
            change.promotion.name
          }}</router-link>
          <template v-else>{{ change.promotion.name }}</template>
          <span v-if="describeChange(change)" class="quiet"> · {{ describeChange(change) }}</span>
        </td>
      </tr>
      <tr v-if="below > 0" aria-hidden="true" :style="{ height: `${below}px` }">
        <td colspan="2" />
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.kind {
  width: 90px;
}
</style>
