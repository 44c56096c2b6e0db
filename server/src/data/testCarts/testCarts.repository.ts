import type { TestCart } from '@novalex/contract'
import type { Cart } from '@novalex/core'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { refuseStale } from '../../platform/errors/refuseStale.ts'

interface TestCartRow {
  id: string
  name: string
  priced_at: Date | null
  cart: string
  expected: number | null
  version: number
}

export async function listTestCarts(connection: Connection): Promise<TestCart[]> {
  const rows = await connection<TestCartRow>('test_carts').orderBy('name').orderBy('id')
  return rows.map(toTestCart)
}

/** Locks one that is to be changed or deleted. Refused as `stale-version`, with the present one, if it has another version by now. */
export async function lockTestCart(transaction: Connection, id: string, version: number): Promise<TestCart> {
  const row = await transaction<TestCartRow>('test_carts').where({ id }).forUpdate().first()
  if (!row) throw new AppError('not-found', { facts: { kind: 'test-cart', id } })
  const present = toTestCart(row)
  refuseStale(present, version)
  return present
}

export async function insertTestCart(connection: Connection, testCart: TestCart): Promise<void> {
  await connection('test_carts').insert(toRow(testCart))
}

export async function updateTestCart(connection: Connection, testCart: TestCart): Promise<void> {
  await connection('test_carts').where({ id: testCart.id }).update(toRow(testCart))
}

export async function deleteTestCart(connection: Connection, id: string): Promise<void> {
  await connection('test_carts').where({ id }).delete()
}

function toTestCart({ id, name, priced_at, cart, expected, version }: TestCartRow): TestCart {
  const at = priced_at?.toISOString() ?? null
  return {
    id,
    name,
    at,
    cart: JSON.parse(cart) as Cart,
    expected: expected === null ? null : Number(expected),
    version,
  }
}

function toRow({ id, name, at, cart, expected, version }: TestCart): TestCartRow {
  return { id, name, priced_at: at === null ? null : new Date(at), cart: JSON.stringify(cart), expected, version }
}
