<script setup lang="ts">
interface Mark {
  readonly id: string
  readonly title: string
  /** Percent of the width. */
  readonly left: number
}

/** Header of the lanes: time scale and occasions. */
defineProps<{ ticks: readonly Mark[]; bands: readonly (Mark & { readonly width: number })[] }>()
</script>

<template>
  <div class="scale" aria-hidden="true">
    <span v-for="tick in ticks" :key="tick.id" :style="{ left: `${tick.left}%` }">{{
      tick.title.replace(/ (?=\d{4}$)/, '\n')
    }}</span>
  </div>
  <div v-if="bands.length > 0" class="scale bands">
    <span
      v-for="band in bands"
      :key="band.id"
      :style="{ left: `${band.left}%`, width: `${band.width}%` }"
      :title="band.title"
      >{{ band.title }}</span
    >
  </div>
</template>

<style scoped>
.scale {
  border-bottom: 1px solid var(--line);
  color: var(--quiet);
  font-size: 12px;
  height: 34px;
  margin: 0 10px 0 120px;
  position: relative;
}

.scale span {
  padding: 4px 0 0 4px;
  position: absolute;
  /* A year stands below its day, where it meets no other. */
  line-height: 1.15;
  white-space: pre;
}

.bands {
  height: 26px;
}

.bands span {
  background: color-mix(in srgb, var(--moment) 22%, var(--sheet));
  color: var(--ink);
  overflow: hidden;
  padding-right: 4px;
  text-overflow: ellipsis;
}
</style>
