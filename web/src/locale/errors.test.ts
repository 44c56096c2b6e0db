import { ERROR_STATUS } from '@novalex/contract'
import { PROBLEM_CODES, type Problem } from '@novalex/core'
import { describe, expect, test } from 'vitest'
import docs from '../../../docs/errors.md?raw'
import { ERROR_TEXT, explainError, explainProblem, PROBLEM_TEXT } from './problems.ts'

const listed = [...docs.matchAll(/^\| `([a-z0-9-]+)` +\| (\d{3}|–) +\|/gm)].map(([, code, status]) => [code, status])

test('the registry, the list for readers and the locale name the same errors, with the same status', () => {
  const registered = Object.entries(ERROR_STATUS).map(([code, status]) => [code, String(status)])
  expect(listed.filter(([, status]) => status !== '–')).toEqual(registered)
  expect(Object.keys(ERROR_TEXT).sort()).toEqual([...Object.keys(ERROR_STATUS), 'unreachable'].sort())
})

test('and the same problems', () => {
  expect(listed.filter(([, status]) => status === '–').map(([code]) => code)).toEqual([...PROBLEM_CODES])
  expect(Object.keys(PROBLEM_TEXT).sort()).toEqual([...PROBLEM_CODES].sort())
})

describe('sentences', () => {
  test.each([
    ['percent-range', { given: 12_000 }, '120 % can’t be taken off. Give more than 0 and at most 100 %.'],
    [
      'ends-before-start',
      { start: '2027-03-02T00:00', end: '2027-03-02T00:00' },
      'It would end on Mon 1 Mar 2027, 24:00, not after its start on Tue 2 Mar 2027, 00:00. Choose a later end or an earlier start.',
    ],
    [
      'not-ascending',
      { given: 1000, after: 3000, isMoney: true },
      'Each limit must be above the one before it (30.00).',
    ],
    ['not-ascending', { given: 5, after: 5, isMoney: false }, 'Each limit must be above the one before it (5).'],
    ['too-long', { limit: 120 }, 'This is too long. At most 120 characters fit.'],
    ['too-long', { given: 70, max: 64 }, 'This is too long (70 characters). At most 64 characters fit.'],
    [
      'wrong-field-count',
      { given: 1, wanted: 5 },
      'This row has 1 cell, the header has 5. Is a separator missing or too many?',
    ],
    ['nobody-knows-it', {}, 'This can’t be taken (nobody-knows-it).'],
  ])('%s', (code, facts, sentence) => expect(explainProblem({ code, path: '', facts } as Problem)).toBe(sentence))

  test('an error of a category in use says by what; an unknown one names its request', () => {
    const facts = { name: 'Paper', categories: ['Pads'], products: 2, promotions: ['Spring paper'] }
    expect(explainError({ code: 'in-use', facts, requestId: 'r1' })).toBe(
      'Paper is still in use: the category Pads below it, 2 products and the promotion Spring paper. Take those out first.',
    )
    expect(explainError({ code: 'internal', facts: {}, requestId: 'r1' })).toMatch(/\(r1\)$/)
  })
})
