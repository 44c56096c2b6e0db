import { IdParams as params } from './addressSchema.ts'
import { answering, NOT_FOUND, silent } from './endpoint.ts'
import { FindingsAnswer, FindingsQuery, DismissRequest } from './findingSchema.ts'

/** The endpoints of what deserves a look in a plan. */
export const FINDING_ENDPOINTS = {
  listFindings: answering(FindingsAnswer, {
    role: 'reader',
    summary:
      'List findings in the working plan, each with a proof. With release=next: new findings in the next release; with a release number: findings from restoring it. Also returns whether a check is running',
    query: FindingsQuery,
    errors: NOT_FOUND,
  }),
  dismissFinding: silent({
    role: 'planner',
    summary: 'Dismiss a finding with a reason; it reopens if its subject is edited or the problem gets worse',
    params,
    body: DismissRequest,
    errors: NOT_FOUND,
  }),
  reopenFinding: silent({
    role: 'planner',
    summary: 'Reopen a dismissed finding',
    params,
    errors: NOT_FOUND,
  }),
} as const
