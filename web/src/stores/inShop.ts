import type { PromotionStatus } from '@novalex/core'
import { defineStore } from 'pinia'
import { computed, shallowRef, watch } from 'vue'
import { api } from '@/api/api.ts'
import { text } from '@/locale/en.ts'
import { useStoreInfo } from './storeInfo.ts'

/** Which promotions of the working plan the shop has not yet: what is planned runs only once it is released. */
export const useInShop = defineStore('inShop', () => {
  const store = useStoreInfo()
  const missing = shallowRef<ReadonlySet<string>>(new Set())
  const changed = shallowRef<ReadonlySet<string>>(new Set())
  const revision = computed(() => `${store.info?.planRevision} ${store.release?.number}`)

  watch(
    revision,
    async (asked) => {
      const answer = await api.getDifferences().catch(() => null)
      if (!answer || asked !== revision.value) return
      missing.value = new Set(answer.missing)
      changed.value = new Set(answer.changed)
    },
    { immediate: true },
  )

  /** A promotion's state in words: running and waiting are said only of what the shop has. */
  function describe(id: string, status: PromotionStatus): string {
    if (!missing.value.has(id)) return text.status[status]
    return status === 'running' || status === 'waiting' ? text.unreleased[status] : text.status[status]
  }
  return { missing, changed, describe }
})
