import { onBeforeUnmount, shallowRef, watch, type Ref, type ShallowRef } from 'vue'

/**
 * Of many things on screen, those that are to be drawn by now: what was there stays, and so many new ones come with each frame, so that
 * hundreds never hold the page up. When `anew` changes, all of them look otherwise and are drawn from the first again.
 */
export function useGradually<T extends { readonly id: string }>(
  items: Ref<readonly T[]>,
  perFrame: number,
  anew: () => unknown,
): ShallowRef<readonly T[]> {
  const drawn = shallowRef<readonly T[]>([])
  let frame = 0

  function step(): void {
    const known = new Set(drawn.value.map(({ id }) => id))
    const missing = items.value.filter(({ id }) => !known.has(id))
    for (const { id } of missing.slice(0, perFrame)) known.add(id)
    drawn.value = items.value.filter(({ id }) => known.has(id))
    if (missing.length > perFrame) frame = requestAnimationFrame(step)
  }
  watch(
    [items, anew],
    (_now, before) => {
      cancelAnimationFrame(frame)
      if (drawn.value.length === 0 || before[1] === anew()) {
        step()
        return
      }
      // Taking hundreds away is work for a frame of its own.
      drawn.value = []
      frame = requestAnimationFrame(step)
    },
    { immediate: true },
  )
  onBeforeUnmount(() => {
    cancelAnimationFrame(frame)
  })
  return drawn
}
