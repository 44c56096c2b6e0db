import { ref, watch, type Ref } from 'vue'

/** Follows a value once it has been still for a while. */
export function useDebounced<T>(source: Ref<T>, ms: number): Ref<T> {
  const settled = ref(source.value) as Ref<T>
  let timer: ReturnType<typeof setTimeout>
  watch(source, (value) => {
    clearTimeout(timer)
    timer = setTimeout(() => {
      settled.value = value
    }, ms)
  })
  return settled
}
