import type { ReachAnswer } from '@novalex/contract'
import type { Mechanic } from '@novalex/core'
import { computed } from 'vue'
import { api } from '@/api/api.ts'
import { useDebounced } from '@/composables/useDebounced.ts'
import { useLoad, type Load } from '@/composables/useLoad.ts'

const STILL_MS = 250

/** How many products a rule under edit reaches, with a sample of them; null while there is no rule yet. */
export function useReach(mechanic: () => Mechanic | null): Load<ReachAnswer | null> {
  const settled = useDebounced(computed(mechanic), STILL_MS)
  return useLoad(settled, (signal) => (settled.value ? api.getReach(settled.value, signal) : Promise.resolve(null)))
}
