<script setup lang="ts">
import type { PromotionStatus } from '@novalex/core'

/** A promotion on the board, cut like a price ticket; one that goes on beyond the window is not cut there. */
defineProps<{
  status: PromotionStatus
  /** Empty where it does not fit. */
  name: string
  isOpen: boolean
  goesOn: boolean
  isMoved: boolean
  /** Visible parts of a bar that only applies at some hours of the week. */
  mask: string | null
}>()
</script>

<template>
  <button
    type="button"
    class="bar"
    :class="[status, { open: isOpen, 'goes-on': goesOn, moved: isMoved, weekly: mask !== null }]"
  >
    <i v-if="mask !== null" class="fill" :style="{ maskImage: mask }" />
    <span v-if="name">{{ name }}</span>
  </button>
</template>

<style scoped>
.bar {
  background: color-mix(in srgb, var(--act) 16%, var(--sheet));
  border: 0;
  border-left: 3px solid var(--act);
  clip-path: polygon(0 0, calc(100% - 7px) 0, 100% 50%, calc(100% - 7px) 100%, 0 100%);
  color: var(--ink);
  contain: layout style;
  cursor: grab;
  font: inherit;
  font-size: 12.5px;
  overflow: hidden;
  padding: 0 12px 0 6px;
  position: absolute;
  text-align: left;
  text-overflow: ellipsis;
  touch-action: none;
  white-space: nowrap;
}

.bar:focus-visible {
  outline: 2px solid var(--act);
  outline-offset: -2px;
}

.bar.running {
  background: var(--act);
  color: var(--sheet);
}

.bar.draft,
.bar.paused {
  background: repeating-linear-gradient(
    135deg,
    transparent 0 5px,
    color-mix(in srgb, var(--act) 14%, transparent) 5px 7px
  );
}

.bar.over,
.bar.stopped {
  background: color-mix(in srgb, var(--quiet) 14%, var(--sheet));
  border-left-color: var(--quiet);
}

.bar.over span,
.bar.stopped span {
  text-decoration: line-through;
}

.bar.open {
  clip-path: none;
  mask: linear-gradient(90deg, #000 70%, #0004);
}

.bar.moved {
  background: var(--moment);
  color: var(--ink);
  overflow: visible;
  z-index: 2;
}

.bar.weekly {
  background: none;
  color: var(--ink);
}

.bar.weekly span {
  background: var(--sheet);
  border-radius: 2px;
  padding: 0 5px;
  position: relative;
}

.fill {
  background: color-mix(in srgb, var(--act) 40%, var(--sheet));
  inset: 0;
  position: absolute;
}

.bar.running .fill {
  background: var(--act);
}

.bar.goes-on {
  clip-path: none;
}
</style>
