import { expect, test } from 'vitest'
import { isSigned, signBody, writeSignature } from './signature.ts'

const NOW = Date.parse('2027-03-08T09:00:00.900Z')
const SECRET = 'only for tests'
const BODY = '{"a":1}'
const HEADER = writeSignature(SECRET, NOW, BODY)

test('a header names the second and the signature of both', () => {
  const seconds = Math.floor(NOW / 1000)
  expect(HEADER).toBe(`t=${seconds},v1=${signBody(SECRET, seconds, BODY)}`)
  expect(signBody(SECRET, seconds, BODY)).toMatch(/^[0-9a-f]{64}$/)
})

test.each<[string, string | undefined, Partial<{ secret: string; now: number; body: string }>, boolean]>([
  ['as it was signed', HEADER, {}, true],
  ['five minutes later', HEADER, { now: NOW + 299_000 }, true],
  ['five minutes earlier, by another clock', HEADER, { now: NOW - 299_000 }, true],
  ['too old', HEADER, { now: NOW + 301_000 }, false],
  ['another body', HEADER, { body: '{"a":2}' }, false],
  ['another secret', HEADER, { secret: 'guessed' }, false],
  ['no header', undefined, {}, false],
  ['an empty header', '', {}, false],
  ['no time', HEADER.replace(/^t=\d+/, 't='), {}, false],
  ['another time', HEADER.replace(/^t=\d+/, `t=${Math.floor(NOW / 1000) + 1}`), {}, false],
  ['a short signature', HEADER.slice(0, -1), {}, false],
  ['something behind it', `${HEADER}0`, {}, false],
])('%s', (_case, header, changes, isRight) => {
  expect(isSigned(header, { secret: SECRET, now: NOW, body: BODY, ...changes })).toBe(isRight)
})
