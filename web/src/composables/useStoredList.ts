import { useStorage } from '@vueuse/core'
import type { RemovableRef } from '@vueuse/core'

/** A list kept in this browser; entries that don't pass the test, and anything that is no list, are dropped. */
export function useStoredList<T>(key: string, isEntry: (one: unknown) => one is T): RemovableRef<T[]> {
  return useStorage<T[]>(key, [], localStorage, {
    serializer: { read: (text) => readList(text).filter(isEntry), write: JSON.stringify },
  })
}

function readList(text: string): unknown[] {
  try {
    const list: unknown = JSON.parse(text)
    return Array.isArray(list) ? list : []
  } catch {
    return []
  }
}
