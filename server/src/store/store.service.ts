import type { PriceRulesRequest } from '@novalex/contract'
import { refuseStale } from '../errors/refuseStale.ts'
import { changePlan, type PlanWriter } from '../plan/changePlan.ts'
import { saveStore } from './store.repository.ts'

/** The floor, and what is reckoned with reductions. Refused if made from an older version of the store. */
export async function changePriceRules(
  writer: PlanWriter,
  { version, ...rules }: PriceRulesRequest,
  by: string,
): Promise<void> {
  const note = { by, action: 'change-price-rules', subject: 'store' } as const
  await changePlan(writer, note, async ({ transaction, store: present }) => {
    refuseStale(present, version)
    const { name, store } = present
    await saveStore(transaction, { name, store: { ...store, ...rules } })
    const { floor, priorDays, longestSaleDays } = store
    return { result: null, detail: { before: { floor, priorDays, longestSaleDays }, after: rules } }
  })
}
