import type { EndpointName } from '@novalex/contract'
import type { QueryClient } from '@tanstack/vue-query'
import { useDebounceFn } from '@vueuse/core'

const QUIET_MS = 1500
const LONGEST_MS = 6000
export const FINDINGS: EndpointName = 'listFindings'

interface FindingsRefresh {
  /**
   * After something was written: findings are known to be old at once, so that a page that opens asks anew; what is open asks once there is a
   * pause, since each question has the whole plan checked.
   */
  soon(): void
  /** After findings themselves were written. */
  now(): Promise<void>
}

export function createFindingsRefresh(client: QueryClient): FindingsRefresh {
  const askAnew = useDebounceFn(() => client.refetchQueries({ queryKey: [FINDINGS], type: 'active' }), QUIET_MS, {
    maxWait: LONGEST_MS,
  })
  return {
    soon() {
      void client.invalidateQueries({ queryKey: [FINDINGS], refetchType: 'none' })
      void askAnew()
    },
    now: () => client.invalidateQueries({ queryKey: [FINDINGS] }),
  }
}
