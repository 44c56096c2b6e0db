<script setup lang="ts">
interface Mark {
  readonly id: string
  readonly title: string
  /** Percent of the width. */
  readonly left: number
}

/** What stands above the lanes: the scale, and the occasions in view. */
defineProps<{ ticks: readonly Mark[]; bands: readonly (Mark & { readonly width: number })[] }>()
</script>

<template>
  <div class="scale" aria-hidden="true">
    <span v-for="tick in ticks" :key="tick.id" :style="{ left: `${tick.left}%` }">{{ tick.title }}</span>
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
  height: 26px;
  margin: 0 10px 0 120px;
  position: relative;
}

.scale span {
  padding: 4px 0 0 4px;
  position: absolute;
  white-space: nowrap;
}

.bands span {
  background: color-mix(in srgb, var(--moment) 22%, var(--sheet));
  color: var(--ink);
  overflow: hidden;
  padding-right: 4px;
  text-overflow: ellipsis;
}
</style>
