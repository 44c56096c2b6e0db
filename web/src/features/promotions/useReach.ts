import type { ReachAnswer } from '@novalex/contract'
import type { Markdown } from '@novalex/core'
import { ref, watch } from 'vue'
import { api } from '@/api/api.ts'
import { useDebounced } from '@/composables/useDebounced.ts'
import { useLoad, type Load } from '@/composables/useLoad.ts'

const STILL_MS = 250

/** How many products a rule under edit reaches, with a sample of them. */
export function useReach(mechanic: () => Markdown): Load<ReachAnswer> {
  const current = ref(mechanic())
  watch(mechanic, (next) => {
    current.value = next
  })
  const settled = useDebounced(current, STILL_MS)
  return useLoad(settled, (signal) => api.getReach(settled.value as Markdown, signal))
}
