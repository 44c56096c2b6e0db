import type { PromotionDraft } from '@novalex/contract'
import { compileSchedule, normalizeCode, type Schedule } from '@novalex/core'
import { computed, type Ref } from 'vue'
import { usePromotionRecords } from '@/composables/usePromotionRecords.ts'
import { joinWords } from '@/locale/catalogue.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** The names of other promotions that have the same code at an overlapping time; empty if none has. */
export function useCodeClash(draft: Readonly<Ref<PromotionDraft>>, id: () => string): Ref<string> {
  const store = useStoreInfo()
  const { records } = usePromotionRecords()
  return computed(() => {
    const { code, schedule } = draft.value
    if (code === null || !('text' in code)) return ''
    const own = normalizeCode(code.text)
    const others = (records.value ?? []).filter(({ promotion }) => {
      if (promotion.id === id() || promotion.state === 'stopped' || promotion.code === null) return false
      const isSame = 'text' in promotion.code && normalizeCode(promotion.code.text) === own
      return isSame && doOverlap(promotion.schedule, schedule, store.zone)
    })
    return joinWords(others.map(({ promotion }) => promotion.name))
  })
}

function doOverlap(one: Schedule, other: Schedule, zone: string): boolean {
  if (one.open || other.open) return true
  try {
    const [a, b] = [compileSchedule(one, zone), compileSchedule(other, zone)]
    return a.start < b.end && b.start < a.end
  } catch (error) {
    // In the middle of an edit it may name a day that no calendar has.
    if (error instanceof RangeError) return false
    throw error
  }
}
