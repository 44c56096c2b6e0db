import type { CompiledPlan } from '@novalex/core'
import { rememberForPlan } from './rememberForPlan.ts'

/** Whether any promotion that is ready asks for the channel: prices may then differ among the store's own. */
export const asksForChannel = rememberForPlan((plan) =>
  plan.promotions.some(({ promotion: { state }, asksForChannel: asks }) => state === 'ready' && asks),
)

/** Whether prices may differ by channel: a partner's are lowered only by what goes there. */
export const differsByChannel = (plan: CompiledPlan): boolean => plan.partners.size > 0 || asksForChannel(plan)
