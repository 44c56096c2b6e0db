import { ERROR_STATUS } from '@novalex/contract'
import { PROBLEM_CODES, type Problem } from '@novalex/core'
import { describe, expect, test } from 'vitest'
import docs from '../../../../docs/errors.md?raw'
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
    ['percent-range', { given: 12_000 }, 'Enter a percentage above 0 and up to 100%.'],
    [
      'ends-before-start',
      { start: '2027-03-02T00:00', end: '2027-03-02T00:00' },
      'The end (end of Mon 1 Mar 2027) must be after the start (Tue 2 Mar 2027, 00:00).',
    ],
    [
      'not-ascending',
      { given: 1000, after: 3000, isMoney: true },
      'Each threshold must be above the one before it (€30.00).',
    ],
    ['not-ascending', { given: 5, after: 5, isMoney: false }, 'Each threshold must be above the one before it (5).'],
    ['too-long', { limit: 120 }, 'Too long. At most 120 characters allowed.'],
    ['too-long', { given: 70, max: 64 }, 'Too long (70 characters). At most 64 characters allowed.'],
    ['wrong-field-count', { given: 1, wanted: 5 }, 'This row has 1 column, the header has 5. Check the separators.'],
    ['nobody-knows-it', {}, 'Not accepted (nobody-knows-it).'],
  ])('%s', (code, facts, sentence) => expect(explainProblem({ code, path: '', facts } as Problem)).toBe(sentence))

  test('an error says what uses a category, who may do something, and which request failed', () => {
    const facts = { name: 'Paper', categories: ['Pads'], products: 2, promotions: ['Spring paper'] }
    expect(explainError({ code: 'in-use', facts, requestId: 'r1' })).toBe(
      '“Paper” is used by subcategory “Pads”, 2 products and promotion “Spring paper”. Remove it there first.',
    )
    const needed = { needed: 'releaser', has: 'planner' }
    const tell = (people: string[]) =>
      explainError({ code: 'insufficient-role', facts: { ...needed, people }, requestId: null })
    expect(tell(['Relia Voss', 'Anton Moor'])).toBe('Only releasers can do this. Ask Relia Voss or Anton Moor.')
    expect(tell([])).toBe('Only releasers can do this.')
    expect(explainError({ code: 'internal', facts: {}, requestId: 'r1' })).toMatch(/give support this request ID: r1$/)
  })
})
