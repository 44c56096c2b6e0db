import { nextTick, watch } from 'vue'

/**
 * A value that a component gets as a prop and hands back changed. Until the page has rendered again, the prop is the value from before the last edit;
 * an edit that began from it would undo that one. `latest` has every edit in it.
 */
export function useEdited<T>(source: () => T, emit: (next: T) => void) {
  let pending: { readonly value: T } | null = null
  watch(
    source,
    () => {
      pending = null
    },
    { flush: 'sync' },
  )

  function change(next: T): void {
    const own = { value: next }
    pending = own
    emit(next)
    // What the owner did not take, or took in another form, is not what the next edit begins from.
    void nextTick(() => {
      if (pending === own) pending = null
    })
  }
  return { latest: (): T => (pending ? pending.value : source()), change }
}
