import { useWindowVirtualizer } from '@tanstack/vue-virtual'
import { computed, onMounted, onUpdated, ref, useTemplateRef, type ComponentPublicInstance } from 'vue'

/**
 * The rows in sight of a list that scrolls with its page and has the ref `list`; its rows may differ in height, and tell theirs by `measure`, with their place
 * as `data-index`. `above` and `below` are the heights of those that are not drawn, in pixels.
 */
export function usePageRows(count: () => number, estimate: number) {
  const list = useTemplateRef<HTMLElement>('list')
  const offset = ref(0)
  const virtualizer = useWindowVirtualizer(
    computed(() => ({
      count: count(),
      estimateSize: () => estimate,
      overscan: 30,
      scrollMargin: offset.value,
    })),
  )
  /** What stands before the list may grow. */
  function locate(): void {
    const top = list.value ? Math.round(list.value.getBoundingClientRect().top + window.scrollY) : 0
    if (top !== offset.value) offset.value = top
  }
  onMounted(locate)
  onUpdated(locate)

  const items = computed(() => virtualizer.value.getVirtualItems())
  const above = computed(() => Math.max(0, (items.value[0]?.start ?? offset.value) - offset.value))
  const below = computed(() =>
    Math.max(0, virtualizer.value.getTotalSize() - ((items.value.at(-1)?.end ?? offset.value) - offset.value)),
  )
  function measure(row: Element | ComponentPublicInstance | null): void {
    const element = row && '$el' in row ? (row.$el as Element) : row
    if (element instanceof Element) virtualizer.value.measureElement(element)
  }
  return { list, items, above, below, measure }
}
