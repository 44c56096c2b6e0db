import { IdParams as params } from './addressSchema.ts'
import { answering, NOT_FOUND, silent } from './endpoint.ts'
import { FindingsAnswer, FindingsQuery, SetAsideRequest } from './findingSchema.ts'

/** The endpoints of what deserves a look in a plan. */
export const FINDING_ENDPOINTS = {
  listFindings: answering(FindingsAnswer, {
    role: 'reader',
    summary:
      'What deserves a look in the working plan, each with a proof; with release=next what the next release would bring to the shop, with the number of a release what taking it up again would. Says whether it is being checked again',
    query: FindingsQuery,
    errors: NOT_FOUND,
  }),
  setFindingAside: silent({
    role: 'planner',
    summary: 'Leaves a finding as it is, with a reason; lapses when what it is about is edited or it gets worse',
    params,
    body: SetAsideRequest,
    errors: NOT_FOUND,
  }),
  takeFindingUp: silent({
    role: 'planner',
    summary: 'Takes back that a finding was set aside',
    params,
    errors: NOT_FOUND,
  }),
} as const
