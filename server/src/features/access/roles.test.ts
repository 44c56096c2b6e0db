import { ADDRESSES, ENDPOINTS, PERSON_ROLES, type Endpoint, type EndpointName } from '@novalex/contract'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { createTestServer, type TestServer } from '../../testing/createTestServer.ts'

/** Every endpoint of the table, asked by every role, by nobody, and by keys. */

let server: TestServer
const cookies: Record<string, string> = { anyone: '' }
const keys: Record<string, string> = {}
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'))
  for (const role of PERSON_ROLES) cookies[role] = await server.signIn(role)
  for (const scope of ['quote', 'orders', 'codes'])
    keys[scope] = (
      await server.request('POST', '/api/keys', { name: scope, scopes: [scope], channel: 'web', endsAt: null })
    ).body.key
})
afterAll(() => server.close())

const ROLES = ['anyone', ...PERSON_ROLES]
// Who follows changes is answered as long as they stay; who signs out is another role afterwards.
const NAMES = (Object.keys(ADDRESSES) as EndpointName[]).filter(
  (name) => name !== 'followChanges' && name !== 'signOut',
)

/** With nothing but what the address needs: whoever may ask is told what is missing, or gets an answer. */
function ask(name: EndpointName, headers: Record<string, string>) {
  const [method = '', path = ''] = ADDRESSES[name].split(' ')
  const address = path.replaceAll(
    /:(\w+)/g,
    (_all, key) => ({ kind: 'products', type: 'csv' })[key as string] ?? 'none',
  )
  return server.request(method, `/api${address}`, undefined, headers)
}

test.each(NAMES)('%s: by its role and those above it, by nobody else', async (name) => {
  const { role }: Endpoint = ENDPOINTS[name]
  for (const asking of ROLES) {
    const { status, body } = await ask(name, { cookie: cookies[asking]! })
    const code = (body as { error?: { code: string } }).error?.code
    const told = `${name} asked by ${asking}: ${status} ${code}`
    if (ROLES.indexOf(asking) >= ROLES.indexOf(role)) expect([401, 403], told).not.toContain(status)
    else expect(code, told).toBe(asking === 'anyone' ? 'signed-out' : 'insufficient-role')
  }
})

test.each(NAMES)('%s: by keys made for it alone', async (name) => {
  const { role, scope }: Endpoint = ENDPOINTS[name]
  for (const [made, key] of Object.entries(keys)) {
    const { status, body } = await ask(name, { cookie: '', authorization: `Bearer ${key}` })
    const code = (body as { error?: { code: string } }).error?.code
    const isFit = scope === undefined ? role === 'anyone' : scope === made
    if (isFit) expect(code, `${name} by a key for ${made}`).not.toBe('key-lacks-scope')
    else expect([status, code], `${name} by a key for ${made}`).toEqual([403, 'key-lacks-scope'])
  }
})

test('a role too small says which is needed and who has it', async () => {
  await server.request('DELETE', '/api/people/none')
  const { body } = await server.request('POST', '/api/releases', {}, { cookie: cookies.planner! })
  expect(body.error.facts).toEqual({
    needed: 'releaser',
    has: 'planner',
    people: ['Some administrator', 'Some releaser', 'Tester'],
  })
})

test('what is sent is not read before it is known who sends it', async () => {
  const long = JSON.stringify({ skus: ['x'.repeat(9_000_000)] })
  const headers = { cookie: '', 'content-type': 'application/json' }
  expect((await server.request('POST', '/api/products/lookup', long, headers)).status).toBe(401)
})
