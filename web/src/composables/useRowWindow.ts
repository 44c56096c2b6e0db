import { useVirtualizer } from '@tanstack/vue-virtual'
import { computed, useTemplateRef } from 'vue'

/**
 * The rows of a long table that are in sight, in an element with the ref `scroller`; `above` and `below` are the heights of those that are
 * not, in pixels.
 */
export function useRowWindow(count: () => number, rowHeight: number) {
  const scroller = useTemplateRef<HTMLElement>('scroller')
  const virtualizer = useVirtualizer(
    computed(() => ({
      count: count(),
      getScrollElement: () => scroller.value,
      estimateSize: () => rowHeight,
      overscan: 10,
    })),
  )
  const items = computed(() => virtualizer.value.getVirtualItems())
  const above = computed(() => items.value[0]?.start ?? 0)
  const below = computed(() => virtualizer.value.getTotalSize() - (items.value.at(-1)?.end ?? 0))
  return { scroller, items, above, below }
}
