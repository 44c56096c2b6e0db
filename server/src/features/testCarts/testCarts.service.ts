import type { LoggedAction, TestCart, TestCartDraft, TestCartUpdate } from '@novalex/contract'
import { recordActivity } from '../../data/activity/index.ts'
import type { Clock } from '../../platform/clock.ts'
import { createId } from '../../platform/createId.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { deleteTestCart, getTestCart, insertTestCart, updateTestCart } from '../../data/testCarts/index.ts'

export interface TestCartsService {
  create(draft: TestCartDraft, by: string): Promise<TestCart>
  /** Refused as `stale-version`, with the present one, if the version is not the present one; so is `remove`. */
  update(id: string, update: TestCartUpdate, by: string): Promise<TestCart>
  remove(id: string, version: number, by: string): Promise<void>
}

export function createTestCartsService({ database, clock }: { database: Database; clock: Clock }): TestCartsService {
  /** One write with its row in the activity log. */
  function write<T extends TestCart>(
    { action, by }: { action: LoggedAction; by: string },
    work: (transaction: Connection) => Promise<T>,
  ): Promise<T> {
    return transact(database, async (transaction) => {
      const testCart = await work(transaction)
      const detail = { name: testCart.name }
      await recordActivity(transaction, { at: clock.now(), by, action, subject: testCart.id, detail })
      return testCart
    })
  }

  return {
    create: (draft, by) =>
      write({ action: 'create-test-cart', by }, async (transaction) => {
        const testCart = { id: createId(), ...draft, version: 1 }
        await insertTestCart(transaction, testCart)
        return testCart
      }),
    update: (id, update, by) =>
      write({ action: 'change-test-cart', by }, (transaction) => updateTestCart(transaction, { id, ...update })),
    async remove(id, version, by) {
      await write({ action: 'delete-test-cart', by }, async (transaction) => {
        const testCart = await getTestCart(transaction, id)
        await deleteTestCart(transaction, { ...testCart, version })
        return testCart
      })
    },
  }
}
