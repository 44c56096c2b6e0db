import type { PromotionRecord } from '@novalex/contract'
import { computeStatus, type AtOnce, type Schedule } from '@novalex/core'
import { shallowRef } from 'vue'
import { atOnceText } from '@/locale/catalogue.ts'
import { useInShop } from '@/stores/inShop.ts'
import { useMoment } from '@/stores/moment.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

type Act = AtOnce['act']

/** A question whether to pause, end or extend one live promotion. */
export interface AskedAtOnce {
  readonly act: Act
  readonly id: string
  readonly name: string
  /** As it is live. */
  readonly schedule: Schedule
  /** Called once it is done. */
  readonly onDone: () => void
}

/** What is being asked, by whichever page; null: nothing. */
const asked = shallowRef<AskedAtOnce | null>(null)
export const useAskedAtOnce = () => asked

export interface AtOnceAction {
  readonly act: Act
  readonly title: string
  readonly run: () => void
}

/** What can be done at once to a promotion, by its present state in the shop. */
export function useAtOnce(
  onDone: () => void = () => undefined,
): (record: Pick<PromotionRecord, 'promotion'>) => AtOnceAction[] {
  const inShop = useInShop()
  const moment = useMoment()
  const session = useSession()
  const store = useStoreInfo()
  return ({ promotion }) => {
    const live = inShop.liveOf(promotion)
    if (!live || !session.may('planner')) return []
    const status = computeStatus({ ...promotion, ...live }, store.zone, moment.now)
    const acts: readonly Act[] = [
      ...(status === 'running' || status === 'scheduled' ? (['pause'] as const) : []),
      ...(status === 'running' ? (['end'] as const) : []),
      ...((status === 'running' || status === 'scheduled') && live.schedule.end !== undefined
        ? (['extend'] as const)
        : []),
    ]
    const words = session.may('releaser') ? atOnceText.open : atOnceText.request
    const { id, name } = promotion
    return acts.map((act) => ({
      act,
      title: words[act],
      run: () => {
        asked.value = { act, id, name, schedule: live.schedule, onDone }
      },
    }))
  }
}
