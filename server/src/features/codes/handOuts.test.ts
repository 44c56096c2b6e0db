import { setTimeout as wait } from 'node:timers/promises'
import { afterAll, beforeAll, beforeEach, describe, expect, inject, test } from 'vitest'
import { createTestServer, type TestServer } from '../../testing/createTestServer.ts'
import { lettersTo } from '../../testing/lettersTo.ts'
import { releaseAll } from '../../testing/placeOrders.ts'

let server: TestServer
let promotion: string
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
  promotion = await planCoded('Welcome', 6)
})
afterAll(() => server.close())
// One sender may ask so often a minute.
beforeEach(() => {
  server.wallClock.aheadMs += 61_000
})

/** A promotion with so many codes. */
async function planCoded(name: string, count: number): Promise<string> {
  const [id] = await releaseAll(server, {
    name,
    schedule: {},
    code: { batch: true },
    mechanic: { kind: 'order-discount', reach: {}, tiers: [{ from: 0, value: { amount: 200, per: 'once' } }] },
    stacking: { group: 'extra', mode: 'group' },
  })
  const pattern = { prefix: '', length: 8 }
  const { body } = await server.request('POST', '/api/code-batches', { promotion: id, name, count, pattern })
  while ((await server.request('GET', `/api/code-batches/${body.id}`)).body.state === 'making') await wait(20)
  return id!
}

let pages = 0
async function createPage(changes: object = {}): Promise<{ slug: string; id: string }> {
  const draft = {
    slug: `page-${++pages}`,
    title: 'A code for you',
    text: 'Tell us where to.',
    promotion,
    wording: 'I want the letter.',
    from: null,
    until: null,
    most: null,
    showsAtOnce: false,
    ...changes,
  }
  const { status, body } = await server.request('POST', '/api/code-pages', draft)
  if (status !== 201) throw new Error(JSON.stringify(body))
  return body as { slug: string; id: string }
}

const nobody = { cookie: '' }
const askFor = (slug: string, email: string, changes: object = {}) =>
  server.request('POST', `/api/shop/code-pages/${slug}`, { email, consent: false, ...changes }, nobody)
const show = async (slug: string) =>
  (await server.request('GET', `/api/shop/code-pages/${slug}`, undefined, nobody)).body
const codeIn = (text: string) => /\n\n([2-9A-Z]{4}-[2-9A-Z]{4})\n\n/.exec(text)?.[1]

describe('a code for an address', () => {
  test('comes by message; asked again the same one comes, three times a day, and the page answers alike', async () => {
    const { slug } = await createPage()
    const answers = []
    for (const email of ['mara@example.test', 'Mara@Example.test', ' mara+shop@example.test', 'mara@example.test'])
      answers.push(await askFor(slug, email))
    expect(answers.map(({ status, body }) => [status, body])).toEqual(answers.map(() => [200, { code: null }]))
    const letters = [
      ...(await lettersTo(server, 'mara@example.test')),
      ...(await lettersTo(server, 'mara+shop@example.test')),
    ]
    expect(letters).toHaveLength(3)
    expect(new Set(letters.map(codeIn)).size).toBe(1)
    expect(codeIn(letters[0]!)).toBeDefined()
    // The next day it is sent again.
    server.clock.at += 86_400_000
    await askFor(slug, 'mara@example.test')
    expect([
      ...(await lettersTo(server, 'mara@example.test')),
      ...(await lettersTo(server, 'mara+shop@example.test')),
    ]).toHaveLength(4)
    const { body: fate } = await server.request('GET', `/api/codes/${codeIn(letters[0]!)}`)
    expect(fate.issued).toMatchObject({ kind: 'code-page', recipient: 'mara@example.test' })
  })

  test('is one, however many ask for it at once, on whatever page of the promotion', async () => {
    const [one, other] = [await createPage(), await createPage()]
    await Promise.all([one, other, one, other].map(({ slug }) => askFor(slug, 'rival@example.test')))
    const codes = await server.database('handed_codes').where({ address: 'rival@example.test' }).pluck('code')
    expect(codes).toHaveLength(1)
    expect(new Set((await lettersTo(server, 'rival@example.test')).map(codeIn))).toEqual(new Set([expect.any(String)]))
  })

  test('shows at once where the page does, the first time alone', async () => {
    const { slug } = await createPage({ showsAtOnce: true })
    const first = await askFor(slug, 'eager@example.test')
    expect(first.body.code).toMatch(/^[2-9A-Z]{4}-[2-9A-Z]{4}$/)
    expect((await askFor(slug, 'eager@example.test')).body.code).toBeNull()
  })

  test.each([
    'mara',
    '@example.test',
    '+x@example.test',
    'a@b@',
    'mara@exa mple.test',
    'mara@',
    'mara@post',
    'mara@post..test',
    'mara@-post.test',
    'mara@post.test.',
    `${'x'.repeat(255)}@example.test`,
  ])('%s is no address', async (email) => {
    const { slug } = await createPage()
    const { status, body } = await askFor(slug, email)
    expect([status, body.error.problems[0].path]).toEqual([422, 'email'])
  })

  test('names nobody over several lines: a message to somebody else says nothing but what the page says', async () => {
    const { slug } = await createPage()
    const { status, body } = await askFor(slug, 'lines@example.test', { name: 'A\n\nBuy this' })
    expect([status, body.error.problems[0]]).toMatchObject([422, { code: 'malformed', path: 'name' }])
    expect(await lettersTo(server, 'lines@example.test')).toEqual([])
  })

  test('from as many as there are, or the page may give: then a friendly word', async () => {
    const { slug } = await createPage({ most: 1 })
    expect((await askFor(slug, 'one@example.test')).status).toBe(200)
    expect((await askFor(slug, 'two@example.test')).body.error.code).toBe('no-codes-left')
    expect(await show(slug)).toMatchObject({ state: 'gone' })
    // Who has one is sent it all the same; the answer does not tell who that is.
    expect((await askFor(slug, 'one@example.test')).body.error.code).toBe('no-codes-left')
    expect((await lettersTo(server, 'one@example.test')).map(codeIn)).toEqual(Array(2).fill(expect.any(String)))
    const few = await planCoded('Few', 2)
    const dry = await createPage({ promotion: few })
    const asked = await Promise.all([1, 2, 3, 4].map((at) => askFor(dry.slug, `dry-${at}@example.test`)))
    expect(asked.filter(({ status }) => status === 200)).toHaveLength(2)
    expect(await server.database('handed_codes').where({ promotion: few })).toHaveLength(2)
  })

  test('only while the page is open', async () => {
    const early = await createPage({ from: '2027-03-20T00:00' })
    const late = await createPage({ until: '2027-03-01T00:00' })
    expect([(await show(early.slug)).state, (await show(late.slug)).state]).toEqual(['scheduled', 'ended'])
    expect((await askFor(early.slug, 'x@example.test')).body.error.code).toBe('code-page-closed')
    expect((await askFor('none', 'x@example.test')).status).toBe(404)
  })
})

test('consent counts once the link of the message was followed, and comes out with its wording', async () => {
  const { slug } = await createPage({ promotion: await planCoded('Consent', 3) })
  await askFor(slug, 'yes@example.test', { consent: true, name: 'Yes' })
  const contacts = async () =>
    String((await server.request('GET', '/api/contacts.csv')).body)
      .trim()
      .split('\r\n')
  expect(await contacts()).toHaveLength(1)
  const [letter] = await lettersTo(server, 'yes@example.test')
  const token = /\/shop\/consent#(\S+)/.exec(letter!)![1]
  expect((await server.request('POST', '/api/shop/consents', { token }, nobody)).status).toBe(204)
  expect((await server.request('POST', '/api/shop/consents', { token }, nobody)).body.error.code).toBe('link-lapsed')
  expect((await contacts())[1]).toMatch(/^yes@example\.test,Yes,.*,I want the letter\.$/)

  expect((await server.request('POST', '/api/contacts/forget', { email: 'YES@example.test' })).status).toBe(204)
  expect(await contacts()).toHaveLength(1)
  const kept = await server.database('handed_codes').where({ address: 'yes@example.test' })
  const hands = await server.database('code_hands').where({ recipient: 'yes@example.test' })
  expect([kept, hands, await lettersTo(server, 'yes@example.test')]).toEqual([[], [], []])
})

test('a person is forgotten however the address was written', async () => {
  const { slug } = await createPage()
  for (const email of ['Gone_one+a@example.test', 'gone_one@EXAMPLE.test', 'gonexone@example.test'])
    await askFor(slug, email)
  expect((await server.request('POST', '/api/contacts/forget', { email: 'gone_one+z@example.test' })).status).toBe(204)
  const left = await server.database('messages').where('recipient', 'like', 'gone%').pluck('recipient')
  expect(left).toEqual(['gonexone@example.test'])
})

test('one sender may ask twenty times a minute', async () => {
  const { slug } = await createPage()
  const asked = []
  for (let at = 0; at < 21; at++) asked.push(await askFor(slug, 'no address'))
  expect(asked.map(({ status }) => status)).toEqual([...Array.from({ length: 20 }, () => 422), 429])
})

describe('a page', () => {
  test('is changed by who saw it last, and goes; its place in the shop is its own', async () => {
    const { slug, id } = await createPage()
    const { body } = await server.request('GET', '/api/code-pages')
    const {
      id: _id,
      issued: _issued,
      left: _left,
      ...record
    } = (body as { id: string; issued: number; left: number }[]).find((one) => one.id === id)!
    const saved = await server.request('PUT', `/api/code-pages/${id}`, { ...record, title: 'Anew' })
    expect([saved.status, saved.body.title, saved.body.version]).toEqual([200, 'Anew', 2])
    expect((await server.request('PUT', `/api/code-pages/${id}`, record)).body.error.code).toBe('stale-version')
    const rivals = await Promise.all(
      ['One', 'Two', 'Three'].map((title) =>
        server.request('PUT', `/api/code-pages/${id}`, { ...record, version: 2, title }),
      ),
    )
    expect(rivals.map(({ status }) => status).toSorted()).toEqual([200, 409, 409])
    await expect(createPage({ slug })).rejects.toThrow('slug-taken')
    await expect(createPage({ from: '2027-03-02T00:00', until: '2027-03-01T00:00' })).rejects.toThrow(
      'ends-before-start',
    )
    await expect(createPage({ from: '2027-02-31T10:00' })).rejects.toThrow('no-such-time')
    expect((await server.request('DELETE', `/api/code-pages/${id}?version=3`)).status).toBe(204)
    expect((await show(slug)).error.code).toBe('not-found')
  })
})

describe('many at once', () => {
  let coded: string
  beforeAll(async () => {
    coded = await planCoded('Rivals', 6)
  })
  test('for one address on two processes get one code, and no inner fault', async () => {
    const other = await createTestServer(inject('databaseUrl'), { besides: server.databaseUrl })
    const { slug } = await createPage({ promotion: coded })
    const answers = await Promise.all(
      Array.from({ length: 32 }, (_none, at) =>
        (at % 2 === 0 ? server : other).request(
          'POST',
          `/api/shop/code-pages/${slug}`,
          { email: 'rivals@example.test', consent: at % 3 === 0 },
          nobody,
        ),
      ),
    )
    expect(answers.filter(({ status }) => status >= 500)).toEqual([])
    expect(answers.filter(({ status }) => status === 200).length).toBeGreaterThan(0)
    const given = await server.database('handed_codes').where({ address: 'rivals@example.test' })
    expect(given).toHaveLength(1)
    expect(await server.database('code_hands').where({ recipient: 'rivals@example.test' })).toHaveLength(1)
    await other.close()
  })

  test('links to confirm go on working when it is asked for again', async () => {
    const { slug } = await createPage({ promotion: coded })
    for (let again = 0; again < 5; again++) await askFor(slug, 'again@example.test', { consent: true })
    const links = (await lettersTo(server, 'again@example.test')).map((text) => /consent#(\S+)/.exec(text)?.[1])
    expect(links).toHaveLength(3)
    for (const token of links) expect(token).toBeDefined()
    expect((await server.request('POST', '/api/shop/consents', { token: links[0] }, nobody)).status).toBe(204)
    expect(
      await server.database('contacts').where({ address: 'again@example.test' }).whereNotNull('confirmed_at'),
    ).toHaveLength(1)
    expect((await server.request('POST', '/api/shop/consents', { token: links[2] }, nobody)).status).toBe(410)
  })
})
