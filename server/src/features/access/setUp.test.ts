import { expect, inject, test } from 'vitest'
import { createTestServer } from '../../testing/createTestServer.ts'

const PERSON = { name: 'Annika', email: 'annika@desk.example', password: 'three brushes and a jar' }
const STORE = { name: 'Paper & Co', currency: 'CHF', timeZone: 'Europe/Zurich', pricesIncludeTax: true }

test('the first start asks for store and administrator, once, whoever comes first', async () => {
  const server = await createTestServer(inject('databaseUrl'), { isEmpty: true })
  const setUp = (store: object, person: object) =>
    server.request(
      'POST',
      '/api/set-up',
      { store: { ...STORE, ...store }, person: { ...PERSON, ...person } },
      { cookie: '' },
    )
  const session = async () => (await server.request('GET', '/api/session', undefined, { cookie: '' })).body
  expect(await session()).toEqual({ account: null, needsSetUp: true, demo: [] })
  for (const [store, person, path] of [
    [{ timeZone: 'Europe/Nowhere' }, {}, 'store.timeZone'],
    [{ currency: 'ABC' }, {}, 'store.currency'],
    [{ name: ' ' }, {}, 'store.name'],
    [{}, { password: 'short' }, 'person.password'],
    [{}, { email: 'nobody' }, 'person.email'],
  ] as const)
    expect((await setUp(store, person)).body.error.problems[0].path).toBe(path)
  const answers = await Promise.all([
    setUp({}, {}),
    setUp({}, { name: 'Bruno', email: 'bruno@desk.example' }),
    setUp({}, { name: 'Cleo', email: 'cleo@desk.example' }),
  ])
  expect(answers.map(({ status }) => status).sort()).toEqual([201, 409, 409])
  const cookie = answers
    .find(({ status }) => status === 201)!
    .headers.get('set-cookie')!
    .split(';')[0]!
  const { body } = await server.request('GET', '/api/store', undefined, { cookie })
  expect(body).toMatchObject({ name: 'Paper & Co', store: { currency: 'CHF', timeZone: 'Europe/Zurich' } })
  expect((await session()).needsSetUp).toBe(false)
  expect((await setUp({}, {})).body.error.code).toBe('already-set-up')
  await server.close()
})
