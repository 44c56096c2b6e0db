import type { TestServer } from './createTestServer.ts'

/** The texts of the messages that an address got. */
export async function lettersTo(server: TestServer, to: string): Promise<string[]> {
  const { body } = await server.request('GET', '/api/mailbox')
  const own = (body as { id: string; to: string }[]).filter((letter) => letter.to === to)
  const whole = await Promise.all(own.map(({ id }) => server.request('GET', `/api/mailbox/${id}`)))
  return whole.map((one) => one.body.text as string)
}
