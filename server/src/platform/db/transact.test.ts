import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { createDraft, createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { openDatabase } from './openDatabase.ts'
import { transact } from './transact.ts'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
  await server.database.schema.createTable('pairs', (table) => {
    table.integer('id').primary()
    table.integer('count').notNullable()
  })
  await server.database('pairs').insert([
    { id: 1, count: 0 },
    { id: 2, count: 0 },
  ])
})
afterAll(() => server.close())

test('two that lock the same rows the other way round both come through, whole', async () => {
  let begun = 0
  let meet = (): void => undefined
  const met = new Promise<void>((resolve) => {
    meet = resolve
  })
  /** Counts both up, and waits after the first until the rival has its first: a deadlock, at the first try. */
  const count = (ids: readonly [number, number]) =>
    transact(server.database, async (transaction) => {
      await transaction('pairs').where({ id: ids[0] }).increment('count', 1)
      if (++begun === 2) meet()
      await met
      await transaction('pairs').where({ id: ids[1] }).increment('count', 1)
    })
  await Promise.all([count([1, 2]), count([2, 1])])
  expect(begun).toBe(3)
  expect(await server.database('pairs').orderBy('id').pluck('count')).toEqual([2, 2])
})

test('who waits too long for a lock tries again', async () => {
  const impatient = openDatabase(server.databaseUrl, { connections: 1 })
  await impatient.raw('SET SESSION innodb_lock_wait_timeout = 1')
  const holder = await server.database.transaction()
  await holder('pairs').where({ id: 1 }).update({ count: 7 })
  let tries = 0
  const waiting = transact(impatient, async (transaction) => {
    if (++tries === 2) await holder.commit()
    await transaction('pairs').where({ id: 1 }).increment('count', 1)
  })
  await waiting
  expect([tries, await server.database('pairs').where({ id: 1 }).first('count')]).toEqual([2, { count: 8 }])
  await impatient.destroy()
})

test('what is no rival’s doing is not tried again; neither is what never comes through', async () => {
  let tries = 0
  const broken = transact(server.database, (transaction) => {
    tries++
    return transaction('no_such_table').select()
  })
  await expect(broken).rejects.toThrow(/no_such_table/)
  expect(tries).toBe(1)
  const lost = Object.assign(new Error('Deadlock found'), { errno: 1213 })
  await expect(transact(server.database, () => (tries++, Promise.reject(lost)))).rejects.toBe(lost)
  expect(tries).toBe(6)
})

test('a save that loses certification at its commit is saved all the same', async () => {
  const { body } = await server.request('POST', '/api/promotions', createDraft())
  const { id } = body.promotion as { id: string }
  // Stands in for a cluster's refusal: the first update of this promotion is called a lost deadlock.
  await server.database.raw('CREATE TABLE refusals (id INT PRIMARY KEY) ENGINE=MyISAM')
  await server.database.raw(`CREATE TRIGGER lose BEFORE UPDATE ON promotions FOR EACH ROW BEGIN
    IF (SELECT COUNT(*) FROM refusals) = 0 THEN
      INSERT INTO refusals VALUES (1);
      SIGNAL SQLSTATE '40001' SET MYSQL_ERRNO = 1213, MESSAGE_TEXT = 'Deadlock found when trying to get lock';
    END IF;
  END`)
  const saved = await server.request('PUT', `/api/promotions/${id}`, { ...createDraft({ name: 'Again' }), version: 1 })
  expect([saved.status, saved.body.version]).toEqual([200, 2])
  expect(await server.database('refusals').pluck('id')).toEqual([1])
  await server.database.raw('DROP TRIGGER lose')
})
