import { createHash, randomBytes } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterEach, beforeEach, expect, inject, test } from 'vitest'
import { migrateDatabase, UnusableDatabase } from './migrateDatabase.ts'
import CHECKSUMS from './migrations/checksums.json' with { type: 'json' }
import { MIGRATION_NAMES } from './migrations/index.ts'
import { openDatabase, type Database } from './openDatabase.ts'
import { readSchema } from './schema.ts'
import SCHEMA from './schema.json' with { type: 'json' }

let url: string
beforeEach(() => {
  const address = new URL(inject('databaseUrl'))
  address.pathname = `/novalex_test_${randomBytes(6).toString('hex')}`
  url = address.href
})
afterEach(async () => {
  const database = openDatabase(url)
  await database.raw('DROP DATABASE ??', [new URL(url).pathname.slice(1)])
  await database.destroy()
})

async function look<T>(ask: (database: ReturnType<typeof openDatabase>) => Promise<T>): Promise<T> {
  const database = openDatabase(url)
  try {
    return await ask(database)
  } finally {
    await database.destroy()
  }
}

test('three processes that start on an empty database at once: one sets it up, the others wait', async () => {
  await Promise.all([migrateDatabase(url), migrateDatabase(url), migrateDatabase(url)])
  const names = await look((database) => database('knex_migrations').pluck('name'))
  expect(new Set(names).size).toBe(names.length)
  expect(await look((database) => database('products'))).toEqual([])
})

test('a lock that a process left behind does not stop the next start', async () => {
  await migrateDatabase(url)
  await look((database) => database('knex_migrations_lock').update({ is_locked: 1 }))
  await migrateDatabase(url)
  expect(await look((database) => database('store'))).toEqual([])
})

test('no text is compared with padding', async () => {
  await migrateDatabase(url)
  const [columns] = (await look((database) =>
    database.raw(
      `select table_name, column_name, collation_name from information_schema.columns
       where table_schema = database() and table_name not like 'knex%' and collation_name not like '%nopad%'`,
    ),
  )) as [unknown[]]
  expect(columns).toEqual([])
})

test('every table has a primary key, as a cluster needs it', async () => {
  await migrateDatabase(url)
  const [tables] = (await look((database) =>
    database.raw(
      `select table_name from information_schema.tables t where table_schema = database() and not exists
         (select 1 from information_schema.table_constraints c where c.table_schema = t.table_schema
            and c.table_name = t.table_name and c.constraint_type = 'PRIMARY KEY')`,
    ),
  )) as [unknown[]]
  expect(tables).toEqual([])
})

test('the migrations are as they were written down: one that is edited needs a new one instead', async () => {
  const folder = join(import.meta.dirname, 'migrations')
  const checksums = Object.fromEntries(
    MIGRATION_NAMES.map((name) => [
      name,
      createHash('sha256')
        .update(readFileSync(join(folder, `${name}.ts`)))
        .digest('hex'),
    ]),
  )
  expect(checksums, 'after a new migration:  npm run schema').toEqual(CHECKSUMS)
  await migrateDatabase(url)
  expect(await look(readSchema), 'after a new migration:  npm run schema').toEqual(SCHEMA)
})

test.each<[string, (database: Database) => Promise<unknown>, string]>([
  ['a table is missing', (database) => database.raw('DROP TABLE stock_changes'), 'table stock_changes is missing'],
  [
    'an index is missing',
    (database) => database.raw('ALTER TABLE activity DROP INDEX activity_action_id_index'),
    'table activity lacks: index action,id',
  ],
  [
    'another edition of a migration made it',
    (database) => database('migration_checksums').where({ name: '015-orders' }).update({ checksum: 'x' }),
    '015-orders',
  ],
  [
    'a newer version made it',
    (database) => database('knex_migrations').insert({ name: '999-next', batch: 9, migration_time: new Date() }),
    'newer version',
  ],
])('a database is refused with a sentence: %s', async (_label, spoil, told) => {
  await migrateDatabase(url)
  await look(spoil)
  await expect(migrateDatabase(url)).rejects.toThrow(told)
  await expect(migrateDatabase(url)).rejects.toBeInstanceOf(UnusableDatabase)
})
