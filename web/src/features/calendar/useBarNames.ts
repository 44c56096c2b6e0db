import type { Instant } from '@novalex/core'
import { computed, ref } from 'vue'

interface Named {
  readonly name: string
  readonly start: Instant
  readonly end: Instant
}

/** Approximate width of a letter, and padding of a bar, in pixels. */
const LETTER_PX = 6.6
const PAD_PX = 26

/** Placement of bar names: inside, or beside short bars if they fit into the window. */
export function useBarNames<B extends Named>(range: () => { readonly from: Instant; readonly to: Instant }) {
  /** Of the whole window, in pixels. */
  const width = ref(1000)
  const msOfPx = computed(() => (range().to - range().from) / width.value)
  const nameMs = ({ name }: B) => (name.length * LETTER_PX + PAD_PX) * msOfPx.value
  const seenEnd = ({ end }: B) => Math.min(end, range().to)

  function isShort(bar: B): boolean {
    const isLate = seenEnd(bar) + nameMs(bar) > range().to
    return !isLate && seenEnd(bar) - Math.max(bar.start, range().from) < nameMs(bar)
  }
  /** Until when the row of a short bar must stay free. */
  const roomOf = (bar: B): Instant => seenEnd(bar) + nameMs(bar)
  return { width, isShort, roomOf }
}
