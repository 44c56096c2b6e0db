import type { Mechanic } from '@novalex/core'
import { computed } from 'vue'
import { usePromotion } from '@/draft/usePromotionDraft.ts'

/** The mechanic under edit as one of its kinds, and a way to change some of it. */
export function useMechanic<K extends Mechanic['kind']>() {
  type Own = Extract<Mechanic, { kind: K }>
  const { draft, patch } = usePromotion()
  const mechanic = computed(() => draft.value.mechanic as Own)

  /** Fields that are undefined are left out. */
  function set(changes: Partial<Own>): void {
    const next = Object.entries({ ...mechanic.value, ...changes }).filter(([, value]) => value !== undefined)
    patch({ mechanic: Object.fromEntries(next) as unknown as Own })
  }
  return { mechanic, set }
}
