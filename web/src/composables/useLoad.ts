import { onBeforeUnmount, shallowRef, watch, type ShallowRef, type WatchSource } from 'vue'
import { ApiError } from '@/api/http.ts'

export interface Load<T> {
  readonly data: ShallowRef<T | null>
  readonly error: ShallowRef<ApiError | null>
  readonly isLoading: ShallowRef<boolean>
  readonly reload: () => Promise<void>
}

/** Asks at once and whenever a source changes. A reply that a newer question has overtaken is dropped; old data stay until then. */
export function useLoad<T>(sources: WatchSource | WatchSource[], ask: (signal: AbortSignal) => Promise<T>): Load<T> {
  const data = shallowRef<T | null>(null)
  const error = shallowRef<ApiError | null>(null)
  const isLoading = shallowRef(false)
  let asking = new AbortController()

  async function reload(): Promise<void> {
    asking.abort()
    const controller = (asking = new AbortController())
    isLoading.value = true
    try {
      const answer = await ask(controller.signal)
      if (controller.signal.aborted) return
      data.value = answer
      error.value = null
    } catch (thrown) {
      if (controller.signal.aborted) return
      if (!(thrown instanceof ApiError)) throw thrown
      error.value = thrown
    }
    isLoading.value = false
  }

  watch(sources, () => void reload(), { immediate: true })
  onBeforeUnmount(() => {
    asking.abort()
  })
  return { data, error, isLoading, reload }
}
