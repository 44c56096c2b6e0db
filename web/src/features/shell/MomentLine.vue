<script setup lang="ts">
import { DAY_MS } from '@novalex/core'
import { computed } from 'vue'
import { text } from '@/locale/en.ts'
import { formatInstant, plural } from '@/locale/format.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

const DAYS_BEFORE = 14
const DAYS_AFTER = 49

const moment = useMoment()
const store = useStoreInfo()

const range = computed(() => {
  const from = Math.min(moment.now, moment.instant) - DAYS_BEFORE * DAY_MS
  return { from, to: Math.max(moment.now, moment.instant) + DAYS_AFTER * DAY_MS }
})
const placeOf = (instant: number) => ((instant - range.value.from) / (range.value.to - range.value.from)) * 100
const ticks = computed(() =>
  moment.moments
    .filter(({ at }) => at > range.value.from && at < range.value.to)
    .map(({ at, products }) => ({
      at,
      place: placeOf(at),
      title: text.moment.tick(plural(products, 'price'), formatInstant(at, { zone: store.zone, year: false })),
    })),
)
const label = computed(() => formatInstant(moment.instant, { zone: store.zone }))

function onKey(event: KeyboardEvent): void {
  const to = { ArrowRight: moment.next, ArrowUp: moment.next, ArrowLeft: moment.previous, ArrowDown: moment.previous }[
    event.key
  ]
  if (event.key === 'Home') moment.moveTo(null)
  else if (to) moment.moveTo(to.at)
  else return
  event.preventDefault()
}

/** A click goes to the nearest price change, or to the start of that day where none is near. */
function onClick(event: MouseEvent): void {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  const share = ((event.clientX - box.left) / box.width) * 100
  const near = ticks.value.toSorted((a, b) => Math.abs(a.place - share) - Math.abs(b.place - share))[0]
  if (near && Math.abs(near.place - share) < 2) moment.moveTo(near.at)
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
