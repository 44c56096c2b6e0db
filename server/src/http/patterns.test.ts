import { ENDPOINTS, QuoteCaseSchema, SEEN, type Endpoint } from '@novalex/contract'
import { Type } from '@sinclair/typebox'
import { describe, expect, test } from 'vitest'
import { checkShape } from './validate.ts'

const LENGTH = 65_536
/** Texts on which a pattern that can split its input in several ways tries all of them. */
const HOSTILE = ['x', ' ', 'a-', '1', '.', 'a1', '\u2028', '%41', 'é', 'A', '=', '0', 'x '].flatMap((piece) => {
  const long = piece.repeat(Math.ceil(LENGTH / piece.length)).slice(0, LENGTH)
  return [long, `${long}\u0001`, `x${long}\u0001`, ` ${long}!\u0000`]
})

/** Every pattern below a schema, with where it stands. */
function findPatterns(schema: unknown, seen = new Set<unknown>()): string[] {
  if (typeof schema !== 'object' || schema === null || seen.has(schema)) return []
  seen.add(schema)
  return Object.entries(schema).flatMap(([key, value]) =>
    key === 'pattern' && typeof value === 'string' ? [value] : findPatterns(value, seen),
  )
}

const everywhere = [...Object.values<Endpoint>(ENDPOINTS), QuoteCaseSchema]
const PATTERNS = [...new Set(everywhere.flatMap((one) => findPatterns(one)))]

const timeOf = (pattern: RegExp) => {
  const start = performance.now()
  for (const text of HOSTILE) pattern.test(text)
  return performance.now() - start
}

describe('a pattern takes linear time on any text', () => {
  test('all patterns are known', () => expect(PATTERNS.length).toBeGreaterThan(15))

  // Twice the length takes about twice the time; with quadratic time it is 65,536 times as long as a pass over the text.
  test.each(PATTERNS)('%s', (pattern) => {
    const linear = timeOf(/^(?:[^\p{Cc}]|\p{Cc})*$/u)
    expect(timeOf(new RegExp(pattern, 'u')) / linear).toBeLessThan(100)
  })

  test('a quadratic one would be found', () => {
    const short = ['x'.repeat(8192) + '\u0001']
    const timed = (pattern: RegExp) => {
      const start = performance.now()
      for (const text of short) pattern.test(text)
      return performance.now() - start
    }
    expect(timed(/^[^\p{Cc}]*[^\s\p{Cc}][^\p{Cc}]*$/u) / timed(new RegExp(SEEN, 'u'))).toBeGreaterThan(100)
  })
})

test('no pattern is tried on a text over its length', () => {
  // Exponential: it would never end.
  const Trap = Type.String({ maxLength: 10, pattern: '^(a|a)*$' })
  const codes = checkShape(Trap, `${'a'.repeat(100)}b`).map(({ code }) => code)
  expect(codes).toEqual(['too-long'])
  expect(checkShape(Type.String({ pattern: '^(a|a)*$' }), `${'a'.repeat(LENGTH)}b`)).toMatchObject([
    { code: 'malformed' },
  ])
  expect(checkShape(Trap, 'aab')).toMatchObject([{ code: 'malformed' }])
  expect(checkShape(Trap, 'aaa')).toEqual([])
})

test.each([
  ['a name', true],
  [' padded ', true],
  ['\u00a0', false],
  ['', false],
  ['two\nlines', false],
  ['a\u0000', false],
  ['a\uffff', false],
  ['\ufeff!', true],
])('%j can be seen on one line: %s', (text, isSeen) => expect(new RegExp(SEEN, 'u').test(text)).toBe(isSeen))
