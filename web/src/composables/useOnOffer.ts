import { compileSchedule, computeUnitsOnOffer, type Promotion } from '@novalex/core'
import { useCounts } from '@/stores/counts.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** Tells how many items a promotion has on offer at present, refills included; null for one without such a limit. */
export function useOnOffer() {
  const store = useStoreInfo()
  const moment = useMoment()
  const counts = useCounts()
  return (id: string, { limits, schedule }: Pick<Promotion, 'limits' | 'schedule'>): number | null => {
    if (limits.units == null) return null
    const sold = counts.facts[id]?.unitsSold ?? 0
    return computeUnitsOnOffer(limits, { sold, now: moment.now, end: compileSchedule(schedule, store.zone).end })
  }
}
