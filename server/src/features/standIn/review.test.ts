import type { SubmissionContent } from '@novalex/core'
import { expect, test } from 'vitest'
import { overlap, reviewSubmission } from './review.ts'

const content = (price: number | null, leastPrice: number | null): SubmissionContent => ({
  title: 'Pads',
  kind: 'markdown',
  when: { start: '2027-03-10T00:00:00.000Z', end: '2027-03-15T00:00:00.000Z' },
  products: [{ sku: 'A', regular: 10_000, price, leastPrice }],
})

test.each<[number | null, number | null, number, string[]]>([
  [7500, 7300, 200, []],
  [7500, 7500, 200, ['least-price-equals']],
  [7500, 7600, 200, ['least-price-equals']],
  [7500, null, 200, ['no-least-price']],
  [7500, 7400, 200, ['least-price-gap']],
  [7500, 7301, 200, []],
  [7500, 7302, 200, ['least-price-gap']],
  [7500, null, 0, []],
  [null, null, 200, []],
])('a price of %j with a least price of %j and a gap of %i: %j', (price, leastPrice, gap, codes) => {
  expect(reviewSubmission(content(price, leastPrice), gap).map(({ code }) => code)).toEqual(codes)
})

test('nothing to show is refused', () => {
  expect(reviewSubmission({ ...content(1, null), products: [] }, 200)).toEqual([
    { code: 'no-products', sku: null, text: '' },
  ])
})

test('submissions overlap with a product in common at one time', () => {
  const one = content(7500, 7300)
  const during = (start: string | null, end: string | null): SubmissionContent => ({ ...one, when: { start, end } })
  expect(overlap(one, during('2027-03-14T00:00:00.000Z', null))).toBe(true)
  expect(overlap(one, during(null, null))).toBe(true)
  expect(overlap(one, during('2027-03-15T00:00:00.000Z', null))).toBe(false)
  expect(overlap(one, { ...during(null, null), products: [] })).toBe(false)
  const event = (key: string): SubmissionContent => ({ ...one, when: { event: key } })
  expect([overlap(event('E'), event('E')), overlap(event('E'), event('F')), overlap(event('E'), one)]).toEqual([
    true,
    false,
    false,
  ])
})
