import type { TestCart } from '@novalex/contract'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { readNames } from '../../platform/db/readNames.ts'
import { deleteVersioned, readingVersions, updateVersioned, type VersionedRow } from '../versioned/index.ts'

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

/** Throws `not-found`. */
export async function getTestCart(connection: Connection, id: string): Promise<TestCart> {
  const row = await connection<TestCartRow>('test_carts').where({ id }).first()
  if (!row) throw new AppError('not-found', { facts: { kind: 'test-cart', id } })
  return toTestCart(row)
}

export async function insertTestCart(connection: Connection, testCart: TestCart): Promise<void> {
  await connection('test_carts').insert(toRow(testCart))
}

/** Replaces a test cart and returns it with its new version. Throws `stale-version` or `not-found`. */
export async function updateTestCart(connection: Connection, testCart: TestCart): Promise<TestCart> {
  await updateVersioned(connection, toVersioned(testCart), toRow(testCart))
  return { ...testCart, version: testCart.version + 1 }
}

/** Throws `stale-version` or `not-found`. */
export async function deleteTestCart(connection: Connection, testCart: TestCart): Promise<void> {
  await deleteVersioned(connection, toVersioned(testCart))
}

function toVersioned({ id, version }: TestCart): VersionedRow {
  return { table: 'test_carts', id, version, find: (connection) => getTestCart(connection, id) }
}

function toTestCart({ id, name, priced_at, cart, expected, version }: TestCartRow): TestCart {
  const at = priced_at?.toISOString() ?? null
  return {
    id,
    name,
    at,
    cart: JSON.parse(cart),
    expected: expected === null ? null : Number(expected),
    version,
  }
}

function toRow({ id, name, at, cart, expected, version }: TestCart): TestCartRow {
  return { id, name, priced_at: at === null ? null : new Date(at), cart: JSON.stringify(cart), expected, version }
}

/** Reads a text that changes whenever a test cart is inserted, changed or deleted. */
export const readingTestCartsState = () => readingVersions('test_carts')

/** Returns names by id; unknown ids are absent. */
export const listTestCartNames = (connection: Connection, ids: readonly string[]) =>
  readNames(connection, { table: 'test_carts', key: 'id' }, ids)
