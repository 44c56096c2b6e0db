import type { TestCart } from '@novalex/contract'
import type { Cart } from '@novalex/core'
import type { Connection } from '../db/openDatabase.ts'

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

export async function findTestCart(connection: Connection, id: string): Promise<TestCart | undefined> {
  const row = await connection<TestCartRow>('test_carts').where({ id }).first()
  return row && toTestCart(row)
}

export async function insertTestCart(connection: Connection, testCart: TestCart): Promise<void> {
  await connection('test_carts').insert(toRow(testCart))
}

/** Only where the version is still the one before; tells whether it was. */
export async function updateTestCart(connection: Connection, testCart: TestCart): Promise<boolean> {
  const { id, version } = testCart
  const count = await connection('test_carts')
    .where({ id, version: version - 1 })
    .update(toRow(testCart))
  return count > 0
}

export async function deleteTestCart(connection: Connection, id: string): Promise<boolean> {
  return (await connection('test_carts').where({ id }).delete()) > 0
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
