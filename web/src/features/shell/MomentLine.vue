<script setup lang="ts">
import { computed } from 'vue'
import { text } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useMomentLine } from './useMomentLine.ts'

const moment = useMoment()
const store = useStoreInfo()
const { range, ticks, placeOf, press, moveNear } = useMomentLine()
const label = computed(() => formatInstant(moment.instant, { zone: store.zone }))

function onKey(event: KeyboardEvent): void {
  if (press(event.key)) event.preventDefault()
}

function onClick(event: MouseEvent): void {
  if (!(event.currentTarget instanceof Element)) return
  const box = event.currentTarget.getBoundingClientRect()
  moveNear(((event.clientX - box.left) / box.width) * 100)
}
</script>

<template>
  <div
    class="line"
    role="slider"
    tabindex="0"
    :aria-label="text.moment.line"
    :aria-valuemin="range.from"
    :aria-valuemax="range.to"
    :aria-valuenow="moment.instant"
    :aria-valuetext="label"
    @keydown="onKey"
    @click="onClick"
  >
    <i v-for="tick in ticks" :key="tick.at" class="tick" :style="{ left: `${tick.place}%` }" :title="tick.title" />
    <i v-if="moment.isMoved" class="now" :style="{ left: `${placeOf(moment.now)}%` }">{{ text.moment.following }}</i>
    <i class="mark" :class="{ moved: moment.isMoved }" :style="{ left: `${placeOf(moment.instant)}%` }" />
  </div>
</template>

<style scoped>
.line {
  cursor: pointer;
  height: 30px;
  position: relative;
}

.line::before {
  background: color-mix(in srgb, var(--moment) 45%, var(--line));
  content: '';
  height: 1px;
  left: 0;
  position: absolute;
  right: 0;
  top: 15px;
}

.tick {
  background: color-mix(in srgb, var(--moment) 70%, var(--ink));
  height: 9px;
  position: absolute;
  top: 11px;
  width: 1px;
}

.now {
  color: var(--quiet);
  font:
    normal 10px/1 'Public Sans Variable',
    sans-serif;
  position: absolute;
  top: 0;
  transform: translateX(-50%);
}

.mark {
  background: var(--ink);
  clip-path: polygon(0 0, 100% 0, 100% 62%, 50% 100%, 0 62%);
  height: 17px;
  position: absolute;
  top: 6px;
  transform: translateX(-50%);
  width: 10px;
}

.mark.moved {
  background: var(--moment);
  width: 14px;
}
</style>
