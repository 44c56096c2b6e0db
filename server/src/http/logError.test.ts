import { pino } from 'pino'
import { expect, inject, test } from 'vitest'
import { createTestServer } from '../testing/createTestServer.ts'
import { logError } from './logError.ts'

function logged(error: unknown): string {
  let text = ''
  pino({ serializers: { err: logError } }, { write: (line: string) => (text += line) }).error({ err: error }, 'broke')
  return text
}

test('a refused statement is logged with its fault, and without the values in it', async () => {
  const server = await createTestServer(inject('databaseUrl'))
  const people = server.database('people')
  const person = { id: 'p', name: 'Tester', email: 'mara@secret.example', role: 'reader', is_demo: false }
  const error = await people.insert({ ...person, created_at: new Date() }).catch((thrown: unknown) => thrown)
  const line = logged(error)
  expect(line).toContain('ER_DUP_ENTRY')
  expect(line).toMatch(/\\n +at /)
  expect(line).not.toMatch(/mara@secret|Tester|insert into/)
  expect(logged(new Error('wrapped', { cause: error }))).not.toMatch(/mara@secret|Tester/)
  await server.close()
})

test('any other error keeps its words and where it was thrown', () => {
  const parsed = JSON.parse(logged(new RangeError('too far'))) as {
    err: { message: string; stack: string; type: string }
  }
  expect(parsed.err).toMatchObject({ message: 'too far', type: 'RangeError' })
  expect(parsed.err.stack).toContain('logError.test.ts')
})
