import { randomBytes } from 'node:crypto'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { migrateDatabase } from './migrateDatabase.ts'
import * as findingKinds from './migrations/027-finding-kinds.ts'
import * as storedNames from './migrations/028-stored-names.ts'
import { openDatabase, type Database } from './openDatabase.ts'

let database: Database
beforeAll(async () => {
  const url = new URL(inject('databaseUrl'))
  url.pathname = `/novalex_test_${randomBytes(6).toString('hex')}`
  await migrateDatabase(url.href)
  database = openDatabase(url.href)
})
afterAll(async () => {
  await database.raw('DROP DATABASE ??', [database.client.connectionSettings.database])
  await database.destroy()
})

const HASH = '0123456789abcdef'

test('a dismissed finding stays dismissed under the new name of its kind, and only such ids change', async () => {
  const row = { stamp: 's', points: 1, why: 'intended', made_by: 'Mara', made_at: new Date() }
  const old = [`cliff-${HASH}`, `in-the-way-${HASH}`, `below-floor-${HASH}`, 'cliff-short']
  await database('set_asides').insert(old.map((id) => ({ ...row, id })))
  const list = async () => (await database('set_asides').pluck('id')).toSorted()
  await findingKinds.up(database)
  expect(await list()).toEqual(
    [`price-jump-${HASH}`, `blocked-by-promotion-${HASH}`, `below-floor-${HASH}`, 'cliff-short'].toSorted(),
  )
  await findingKinds.down(database)
  expect(await list()).toEqual(old.toSorted())
})

test('stored states and logged actions get their new names, and back', async () => {
  const entry = { at: new Date(), actor: 'Mara', subject: 'release', detail: '{}' }
  const old = ['release', 'take-up', 'create-promotion']
  await database('activity').insert(old.map((action) => ({ ...entry, action })))
  const list = () => database('activity').orderBy('id').pluck('action')
  await storedNames.up(database)
  expect(await list()).toEqual(['publish-release', 'reopen-finding', 'create-promotion'])
  await storedNames.down(database)
  expect(await list()).toEqual(old)
})
