import { afterEach, expect, test, vi } from 'vitest'
import { call } from '@/api/call.ts'
import { ApiError } from '@/api/http.ts'
import { stubServer } from '@/testing/stubServer.ts'
import { withSetup } from '@/testing/withSetup.ts'
import { waitUntil } from '@/testing/waitUntil.ts'
import { useSession } from './session.ts'

afterEach(() => {
  vi.unstubAllGlobals()
})

const SIGNED_IN = { account: { id: 'a', name: 'Mara', email: 'mara@desk.example', role: 'planner' as const } }
const ANSWER = { ...SIGNED_IN, needsSetUp: false, demo: [] }

/** A server on which someone is signed in until a test ends the session. */
async function start() {
  const server = { isSignedIn: true, hold: Promise.resolve() }
  const asked = stubServer({
    getSession: () => ANSWER,
    listCampaigns: async () => {
      const { isSignedIn, hold } = server
      await hold
      if (!isSignedIn) throw new ApiError('signed-out')
      return ['fair']
    },
  })
  const { result: session } = withSetup(() => useSession())
  await session.load()
  return { server, session, asked }
}

test('what is refused for want of a session waits for the sign-in, and is sent again then', async () => {
  const { server, session, asked } = await start()
  await new Promise((resolve) => setTimeout(resolve, 2))
  server.isSignedIn = false
  const waiting = call('listCampaigns')
  await waitUntil(() => {
    expect(session.isEnded).toBe(true)
  })
  server.isSignedIn = true
  session.take(ANSWER)
  expect(await waiting).toEqual(['fair'])
  expect([session.isEnded, asked.of('listCampaigns').length]).toEqual([false, 2])
})

test('a refusal from before the sign-in that arrives after it does not end the new session', async () => {
  const { server, session } = await start()
  let release: () => void = () => undefined
  server.hold = new Promise((resolve) => (release = resolve))
  server.isSignedIn = false
  const late = call('listCampaigns')
  await new Promise((resolve) => setTimeout(resolve, 2))
  server.isSignedIn = true
  session.take(ANSWER)
  release()
  expect(await late).toEqual(['fair'])
  expect(session.isEnded).toBe(false)
})

test('where nobody was signed in, a refusal is an error', async () => {
  stubServer({
    listCampaigns: () => {
      throw new ApiError('signed-out')
    },
  })
  const { result: session } = withSetup(() => useSession())
  await expect(call('listCampaigns')).rejects.toMatchObject({ code: 'signed-out' })
  expect(session.isEnded).toBe(false)
})
