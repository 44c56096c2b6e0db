import { afterAll, beforeAll, beforeEach, describe, expect, inject, test } from 'vitest'
import { lettersTo } from '../../testing/lettersTo.ts'
import { createTestServer, type TestServer } from '../../testing/createTestServer.ts'

const PASSWORD = 'three brushes and a jar'

let server: TestServer
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { isDemo: true })
})
afterAll(() => server.close())
beforeEach(async () => {
  await server.database('tries').delete()
})

const post = (path: string, body: unknown, headers: Record<string, string> = { cookie: '' }) =>
  server.request('POST', `/api${path}`, body, headers)
const cookieIn = (headers: Headers) => headers.get('set-cookie')?.split(';')[0] ?? ''
const signIn = (email: string, password = PASSWORD) => post('/session', { email, password })

/** Invites someone and accepts for them; tells the cookie of their session. */
async function bringIn(name: string, role = 'planner') {
  const email = `${name.toLowerCase()}@desk.example`
  const { body } = await server.request('POST', '/api/people', { name, email, role })
  const accepted = await post('/links/use', { token: await tokenFor(email), password: PASSWORD })
  expect(accepted).toMatchObject({ status: 200, body: { account: { name, email, role } } })
  return { id: body.id as string, email, cookie: cookieIn(accepted.headers) }
}

async function tokenFor(email: string): Promise<string> {
  const { body } = await server.request('GET', '/api/mailbox')
  const { id } = (body as { id: string; to: string }[]).find(({ to }) => to === email)!
  const message = await server.request('GET', `/api/mailbox/${id}`)
  return /\/welcome#([\w-]+)/.exec(message.body.text as string)![1]!
}

describe('an invitation', () => {
  test('comes into the mailbox, is looked at, accepted once, and lets one in', async () => {
    await server.request('POST', '/api/people', { name: ' Mara Lind ', email: ' Mara@Desk.Example ', role: 'planner' })
    const token = await tokenFor('mara@desk.example')
    expect((await post('/links/look', { token })).body).toEqual({
      kind: 'invitation',
      name: 'Mara Lind',
      email: 'mara@desk.example',
    })
    expect((await post('/links/use', { token, password: 'short' })).body.error.problems[0]).toMatchObject({
      code: 'password-short',
      path: 'password',
      facts: { min: 12 },
    })
    expect((await post('/links/use', { token, password: 'Qwertyuiop 123' })).body.error.problems[0].code).toBe(
      'password-common',
    )
    const accepted = await post('/links/use', { token, password: PASSWORD })
    const cookie = cookieIn(accepted.headers)
    expect((await server.request('GET', '/api/session', undefined, { cookie })).body.account.name).toBe('Mara Lind')
    expect(accepted.headers.get('set-cookie')).toMatch(/HttpOnly; SameSite=Lax/)
    expect(await post('/links/use', { token, password: PASSWORD })).toMatchObject({ status: 410 })
    expect((await signIn(' MARA@desk.example ')).status).toBe(200)
  })

  test('lapses after seven days; a new one takes its place', async () => {
    const { body } = await server.request('POST', '/api/people', {
      name: 'Late',
      email: 'late@desk.example',
      role: 'reader',
    })
    const first = await tokenFor('late@desk.example')
    server.wallClock.aheadMs = 7 * 86_400_000 + 1
    expect((await post('/links/look', { token: first })).body.error.code).toBe('link-lapsed')
    server.wallClock.aheadMs = 0
    server.clock.at += 1000
    expect((await server.request('POST', `/api/people/${body.id}/invitation`)).status).toBe(204)
    expect((await post('/links/look', { token: first })).status).toBe(410)
    expect((await post('/links/look', { token: await tokenFor('late@desk.example') })).status).toBe(200)
  })

  test.each<[string, object, string, string]>([
    ['no address', { email: 'nobody' }, 'not-an-email', 'email'],
    ['two addresses', { email: 'a@b.example, c@d.example' }, 'not-an-email', 'email'],
    ['somebody’s address', { email: 'TWICE@desk.example' }, 'email-taken', 'email'],
    ['somebody’s name', { name: 'twice' }, 'name-taken', 'name'],
    ['a name of blanks', { name: '   ' }, 'malformed', 'name'],
    ['half a character in the name', { name: 'Mara \ud800' }, 'malformed', 'name'],
    ['half a character in the address', { email: 'mara\ud800@desk.example' }, 'not-an-email', 'email'],
    ['a role that is none', { role: 'owner' }, 'not-in-list', 'role'],
  ])('to %s is refused at its place', async (_label, changes, code, path) => {
    await server.request('POST', '/api/people', { name: 'Twice', email: 'twice@desk.example', role: 'reader' })
    const { body } = await server.request('POST', '/api/people', {
      name: 'New',
      email: 'new@desk.example',
      role: 'reader',
      ...changes,
    })
    expect(body.error.problems[0]).toMatchObject({ code, path })
  })

  test('is a file for e-mail programs, and holds nothing but what was written', async () => {
    const { body } = await server.request('GET', '/api/mailbox')
    const file = await server.request('GET', `/api/mailbox/${body[0].id}/file.eml`)
    expect(file.headers.get('content-type')).toContain('message/rfc822')
    expect(file.body).toMatch(/^From: Novalex <desk@novalex\.invalid>\r\nTo: /)
  })
})

describe('signing in', () => {
  test('a wrong password and an address that is nobody’s are told alike', async () => {
    const { email } = await bringIn('Alike')
    const told = async (address: string) => {
      const { status, body } = await signIn(address, 'not the password at all')
      return [status, body.error.code]
    }
    expect(await told(email)).toEqual([401, 'sign-in-failed'])
    expect(await told('nobody@desk.example')).toEqual([401, 'sign-in-failed'])
  })

  test.each(['known', 'unknown'])('ten wrong ones for an address that is %s, then a wait that grows', async (which) => {
    const { email } = await bringIn(`Tried${which}`)
    const address = which === 'known' ? email : 'no.one@desk.example'
    const tries = await Promise.all(Array.from({ length: 25 }, () => signIn(address, 'guess after guess')))
    expect(tries.filter(({ status }) => status === 401)).toHaveLength(10)
    expect(tries.filter(({ status }) => status === 429)).toHaveLength(15)
    // Not even the right one, before the wait is over.
    const { code, facts } = (await signIn(address)).body.error as { code: string; facts: { seconds: number } }
    expect(code).toBe('too-many-attempts')
    expect(facts.seconds).toBeGreaterThan(0)
    expect(facts.seconds).toBeLessThanOrEqual(30)
    server.wallClock.aheadMs = 31_000
    expect((await signIn(address, 'guess after guess')).status).toBe(401)
    const { seconds } = (await signIn(address, 'guess')).body.error.facts as { seconds: number }
    expect(seconds).toBeGreaterThan(30)
    server.wallClock.aheadMs = 100_000
    expect((await signIn(address)).status).toBe(which === 'known' ? 200 : 401)
    server.wallClock.aheadMs = 0
  })

  test('a thousand tries at many addresses are slowed down too', async () => {
    for (let round = 0; round < 11; round++)
      await Promise.all(
        Array.from({ length: 10 }, (_none, at) => signIn(`a${round}.${at}@desk.example`, 'one guess each')),
      )
    expect((await signIn('another@desk.example', 'one guess each')).body.error.code).toBe('too-many-attempts')
  })

  test('a session ends when it is signed out, left alone for a week, or ended by an administrator', async () => {
    const { id, email, cookie } = await bringIn('Going')
    const who = async (own: string) => (await server.request('GET', '/api/store', undefined, { cookie: own })).status
    const second = cookieIn((await signIn(email)).headers)
    expect([await who(cookie), await who(second)]).toEqual([200, 200])
    expect((await server.request('DELETE', '/api/session', undefined, { cookie: second })).status).toBe(204)
    expect([await who(cookie), await who(second)]).toEqual([200, 401])
    server.wallClock.aheadMs = 8 * 86_400_000
    expect(await who(cookie)).toBe(401)
    server.wallClock.aheadMs = 0
    expect(await who(cookie)).toBe(200)
    await server.request('DELETE', `/api/people/${id}/sessions`)
    expect(await who(cookie)).toBe(401)
  })

  test('another session at each sign-in; a forged one is none', async () => {
    const { email, cookie } = await bringIn('Renewed')
    const again = await post('/session', { email, password: PASSWORD }, { cookie })
    expect(cookieIn(again.headers)).not.toBe(cookie)
    const forged = cookie.replace(/.{6}$/, 'AAAAAA')
    for (const own of [cookie, forged, 'novalex.session=', 'novalex.session=s%3Aabc.def'])
      expect((await server.request('GET', '/api/store', undefined, { cookie: own })).status).toBe(401)
  })

  test('with one click only as one of the demo’s people', async () => {
    await bringIn('Clicked')
    expect((await post('/session/demo', { email: 'clicked@desk.example' })).status).toBe(404)
    await server.database('people').where({ email: 'clicked@desk.example' }).update({ is_demo: true })
    const { body } = await server.request('GET', '/api/session', undefined, { cookie: '' })
    expect(body.demo).toEqual([{ name: 'Clicked', email: 'clicked@desk.example', role: 'planner' }])
    expect((await post('/session/demo', { email: 'clicked@desk.example' })).status).toBe(200)
  })
})

describe('one’s own password', () => {
  test('is changed by who knows it; all other sessions end', async () => {
    const { email, cookie } = await bringIn('Changing')
    const other = cookieIn((await signIn(email)).headers)
    const change = (present: string, password: string) =>
      server.request('PUT', '/api/session/password', { present, password }, { cookie })
    expect((await change('not this one', 'four brushes and a jar')).body.error.problems[0]).toMatchObject({
      code: 'password-wrong',
      path: 'present',
    })
    expect((await change(PASSWORD, 'aaaaaaaaaaaaaaa')).body.error.problems[0].code).toBe('password-common')
    expect((await change(PASSWORD, 'four brushes and a jar')).status).toBe(204)
    const sessions = await server.request('GET', '/api/sessions', undefined, { cookie })
    expect(sessions.body).toMatchObject([{ isThis: true }])
    expect((await server.request('GET', '/api/sessions', undefined, { cookie: other })).status).toBe(401)
    expect((await signIn(email)).status).toBe(401)
    expect((await signIn(email, 'four brushes and a jar')).status).toBe(200)
  })

  test('is set anew by a link, asked for alike whether or not the address is known', async () => {
    const { email, cookie } = await bringIn('Forgot')
    server.clock.at += 1000
    expect((await post('/password-resets', { email: 'unknown@desk.example' })).status).toBe(204)
    expect((await post('/password-resets', { email })).status).toBe(204)
    // The answer does not wait for the letter.
    await expect.poll(async () => (await lettersTo(server, email)).length).toBe(2)
    const token = await tokenFor(email)
    expect((await post('/links/look', { token })).body.kind).toBe('reset')
    expect((await post('/links/use', { token, password: 'a new word for it' })).status).toBe(200)
    expect((await server.request('GET', '/api/store', undefined, { cookie })).status).toBe(401)
    expect((await signIn(email, 'a new word for it')).status).toBe(200)
  })
})

describe('people', () => {
  test('the last administrator stays, also when two take each other out at once', async () => {
    const [one, two] = [await bringIn('Annika', 'administrator'), await bringIn('Bruno', 'administrator')]
    await server.database('people').where({ name: 'Tester' }).update({ role: 'reader' })
    const remove = (by: string, id: string) => server.request('DELETE', `/api/people/${id}`, undefined, { cookie: by })
    const answers = await Promise.all([remove(one.cookie, two.id), remove(two.cookie, one.id)])
    expect(answers.filter(({ status }) => status === 204)).toHaveLength(1)
    await server.database('people').where({ name: 'Tester' }).update({ role: 'administrator' })
  })

  test('a role that is taken away counts at once; who is removed is out, and can come back', async () => {
    const { id, email, cookie } = await bringIn('Roles', 'planner')
    const create = () => server.request('POST', '/api/campaigns', { name: 'A', goal: '' }, { cookie })
    expect((await create()).status).toBe(201)
    expect((await server.request('PUT', `/api/people/${id}`, { role: 'reader' })).status).toBe(204)
    expect((await create()).body.error.code).toBe('insufficient-role')
    expect((await server.request('DELETE', `/api/people/${id}`)).status).toBe(204)
    expect((await create()).status).toBe(401)
    expect((await signIn(email)).body.error.code).toBe('sign-in-failed')
    server.clock.at += 1000
    expect((await bringIn('Roles', 'releaser')).id).toBe(id)
  })

  test('the log names them, whatever a header claims', async () => {
    const { cookie } = await bringIn('Logged')
    await server.request('POST', '/api/campaigns', { name: 'Mine', goal: '' }, { cookie, 'x-actor': 'Somebody Else' })
    const [latest] = (await server.request('GET', '/api/activity')).body.entries
    expect(latest).toMatchObject({ by: 'Logged', action: 'create-campaign' })
  })
})

describe('a key', () => {
  test('is told once, kept hashed, and not taken once it is revoked or has ended', async () => {
    const made = await server.request('POST', '/api/keys', {
      name: 'Till',
      scopes: ['quote'],
      channel: 'web',
      endsAt: null,
    })
    const { key, record } = made.body as { key: string; record: { id: string } }
    expect(JSON.stringify(await server.database('shop_keys'))).not.toContain(key)
    const ask = (bearer = key) =>
      server.request('GET', '/api/shop/products', undefined, { cookie: '', authorization: `Bearer ${bearer}` })
    expect((await ask()).status).toBe(200)
    expect((await server.request('GET', '/api/keys')).body[0].lastUsedAt).not.toBeNull()
    for (const wrong of [`${key}x`, '', 'x', key.toUpperCase()])
      expect((await ask(wrong)).body.error.code).toBe('key-unknown')
    await server.request('DELETE', `/api/keys/${record.id}`)
    expect((await ask()).body.error.code).toBe('key-unknown')
    const endsAt = new Date(Date.now() + 60_000).toISOString()
    const brief = (
      await server.request('POST', '/api/keys', { name: 'Brief', scopes: ['quote'], channel: 'web', endsAt })
    ).body.key
    expect((await ask(brief)).status).toBe(200)
    server.wallClock.aheadMs = 61_000
    expect((await ask(brief)).body.error.code).toBe('key-unknown')
    server.wallClock.aheadMs = 0
  })

  test('is counted apart from addresses; whoever tries out keys is slowed down', async () => {
    const busy = await createTestServer(inject('databaseUrl'), { maxRequests: 20 })
    const make = async (name: string) =>
      (await busy.request('POST', '/api/keys', { name, scopes: ['quote'], channel: 'web', endsAt: null })).body
        .key as string
    const [one, two] = [await make('One'), await make('Two')]
    const ask = async (key: string) =>
      (await busy.request('GET', '/api/shop', undefined, { cookie: '', authorization: `Bearer ${key}` })).status
    const many = async (key: (at: number) => string) => {
      const statuses = new Set<number>()
      for (let at = 0; at < 25; at++) statuses.add(await ask(key(at)))
      return [...statuses]
    }
    expect(await many(() => one)).toEqual([200, 429])
    expect(await ask(two)).toBe(200)
    expect(await many((at) => `guess-${at}`)).toEqual([401, 429])
    expect(await ask(two)).toBe(429)
    await busy.close()
  })
})
