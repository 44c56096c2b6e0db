<script setup lang="ts">
/** Moments of promotions, drawn in the rows of their bars. */
const { marks, place, tops } = defineProps<{
  marks: readonly {
    readonly promotion: string
    readonly at: number
    readonly symbol: string
    readonly title: string
  }[]
  /** Where an instant lies in the window, in percent. */
  place: (at: number) => number
  /** Upper edge of the row of each promotion, in pixels. */
  tops: ReadonlyMap<string, number>
}>()
const isInView = (at: number) => place(at) >= 0 && place(at) < 100
</script>

<template>
  <template v-for="{ promotion, at, symbol, title } in marks" :key="`${promotion} ${title}`">
    <span
      v-if="isInView(at) && tops.has(promotion)"
      class="mark"
      aria-hidden="true"
      :title="title"
      :style="{ left: `${place(at)}%`, top: `${tops.get(promotion)}px` }"
      >{{ symbol }}</span
    >
  </template>
</template>

<style scoped>
.mark {
  color: var(--moment);
  cursor: default;
  font-size: 13px;
  line-height: 22px;
  margin-left: -6px;
  position: absolute;
  text-shadow: 0 0 3px var(--sheet);
}
</style>
