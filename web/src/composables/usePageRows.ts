import {
  computed,
  effectScope,
  onMounted,
  onUpdated,
  ref,
  shallowRef,
  useTemplateRef,
  watch,
  type ComponentPublicInstance,
} from 'vue'
import type { useWindowVirtualizer } from '@tanstack/vue-virtual'

/** So many are drawn whether they are in sight or not. */
const FEW_ROWS = 60

/**
 * The rows in sight of a list that scrolls with its page and has the ref `list`; its rows may differ in height, and tell theirs by `measure`, with their place
 * as `data-index`. `above` and `below` are the heights of those that are not drawn, in pixels. What works that out comes when there are many.
 */
export function usePageRows(count: () => number, estimate: number) {
  const list = useTemplateRef<HTMLElement>('list')
  const offset = ref(0)
  const virtualizer = shallowRef<ReturnType<typeof useWindowVirtualizer>>()
  const scope = effectScope()
  watch(
    () => count() > FEW_ROWS,
    async (areMany) => {
      if (!areMany || virtualizer.value) return
      const { useWindowVirtualizer: virtualize } = await import('@tanstack/vue-virtual')
      const options = computed(() => ({
        count: count(),
        estimateSize: () => estimate,
        overscan: 30,
        scrollMargin: offset.value,
      }))
      virtualizer.value = scope.run(() => virtualize(options))
    },
    { immediate: true },
  )
  /** Recomputed because content above the list may grow. */
  function locate(): void {
    const top = list.value ? Math.round(list.value.getBoundingClientRect().top + window.scrollY) : 0
    if (top !== offset.value) offset.value = top
  }
  onMounted(locate)
  onUpdated(locate)

  const rows = computed(() => virtualizer.value?.value)
  const items = computed(
    (): readonly { readonly index: number }[] =>
      rows.value?.getVirtualItems() ?? Array.from({ length: Math.min(count(), FEW_ROWS) }, (_, index) => ({ index })),
  )
  const above = computed(() => Math.max(0, (rows.value?.getVirtualItems()[0]?.start ?? offset.value) - offset.value))
  const below = computed(() => {
    if (!rows.value) return Math.max(0, count() - FEW_ROWS) * estimate
    const end = rows.value.getVirtualItems().at(-1)?.end ?? offset.value
    return Math.max(0, rows.value.getTotalSize() - (end - offset.value))
  })
  function measure(row: Element | ComponentPublicInstance | null): void {
    const element: unknown = row && '$el' in row ? row.$el : row
    if (element instanceof Element) rows.value?.measureElement(element)
  }
  return { list, items, above, below, measure }
}
