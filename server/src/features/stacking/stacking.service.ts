import type { StackingRequest } from '@novalex/contract'
import { createProblem } from '@novalex/core'
import { refuseIfAny } from '../../platform/errors/AppError.ts'
import { refuseStale } from '../../data/versioned/index.ts'
import { changePlan, type PlanWriter } from '../../sources/plans/changePlan.ts'
import { updateStore } from '../../data/store/index.ts'

/** Updates stack groups and conflict resolution. Throws `stale-version`. */
export async function changeStacking(
  writer: PlanWriter,
  { conflicts, apart, version }: StackingRequest,
  by: string,
): Promise<void> {
  const note = { by, action: 'change-stacking', subject: 'store' } as const
  await changePlan(writer, note, async ({ transaction, store: present }) => {
    refuseStale(present, version)
    const { store } = present
    refuseIfAny(
      apart.flatMap((pair, index) =>
        pair
          .filter((group) => !store.stackGroups.includes(group))
          .map((group) => createProblem('unknown-stack-group', `apart.${index}`, { id: group })),
      ),
    )
    await updateStore(transaction, version, { store: { ...store, conflicts, apart } })
    const before = { conflicts: store.conflicts, apart: store.apart }
    return { result: null, detail: { before, after: { conflicts, apart } } }
  })
}
