import type { StoreAnswer } from '@novalex/contract'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { toLocal } from '@novalex/core'
import { api } from '@/api/api.ts'
import { setCurrency, setPresentYear } from '@/locale/format.ts'
import { ApiError } from '@/api/http.ts'

/** The store, its revisions and the live release: what every screen needs to know first. */
export const useStoreInfo = defineStore('storeInfo', () => {
  const info = shallowRef<StoreAnswer | null>(null)
  const error = shallowRef<ApiError | null>(null)
  /** How far the server's clock is ahead of this machine's. */
  const clockOffsetMs = ref(0)

  let latest = 0
  /** An answer that a newer question has overtaken is dropped. */
  async function refresh(): Promise<void> {
    const asking = ++latest
    try {
      const answer = await api.getStore()
      if (asking !== latest) return
      clockOffsetMs.value = Date.parse(answer.now) - Date.now()
      setCurrency(answer.store.currency)
      setPresentYear(toLocal(Date.parse(answer.now), answer.store.timeZone).slice(0, 4))
      info.value = answer
      error.value = null
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      if (asking === latest) error.value = thrown
    }
  }

  const zone = computed(() => info.value?.store.timeZone ?? 'UTC')
  const release = computed(() => info.value?.release ?? null)
  return { info, error, clockOffsetMs, refresh, zone, release }
})
