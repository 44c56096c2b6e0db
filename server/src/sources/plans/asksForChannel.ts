import { findTests } from '@novalex/core'
import { rememberForPlan } from './rememberForPlan.ts'

/** Whether any promotion that is ready asks for the channel: prices may then differ by it. */
export const asksForChannel = rememberForPlan((plan) =>
  plan.promotions.some(
    ({ promotion: { when, state } }) => state === 'ready' && findTests(when).some(({ test }) => test === 'channel'),
  ),
)
