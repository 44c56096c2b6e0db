import { describe, expect, test } from 'vitest'
import {
  createLadder,
  createNextRung,
  fillRungs,
  orderRungs,
  proposeFilling,
  sortRungs,
  type Ground,
} from './ladderDraft.ts'

const ground: Ground = {
  base: { percent: 2000 },
  price: 17_945,
  kinds: ['percent', 'each', 'price'],
  today: '2027-03-10',
  sold: 0,
  isRequired: false,
}
const steps: Ground = { ...ground, base: undefined, kinds: ['price'], isRequired: true }

describe('a first step', () => {
  test.each([
    ['unitsSold', 10, { percent: 1000 }],
    ['unitsLeft', 10, { percent: 1000 }],
    ['hoursLeft', 24, { percent: 3000 }],
    ['date', '2027-03-11T00:00', { percent: 3000 }],
  ] as const)('%s comes after the value above, which goes on before it', (by, at, value) => {
    expect(createLadder(by, ground)).toEqual({ by, rungs: [{ at, value }] })
  })

  test('is still to come where some were sold', () => {
    expect(createLadder('unitsSold', { ...ground, sold: 27 }).rungs[0]!.at).toBe(30)
  })

  test('of a regular price is the product’s own, from the start', () => {
    expect(createLadder('unitsSold', steps)).toEqual({ by: 'unitsSold', rungs: [{ at: 0, value: { price: 17_945 } }] })
    expect(createLadder('date', steps)).toEqual({
      by: 'date',
      rungs: [{ at: '2027-03-10T00:00', value: { price: 17_945 } }],
    })
  })

  test('proposes no price that is not there', () => {
    expect(createNextRung('unitsSold', [{ at: 0, value: { price: 17_945 } }])).toEqual({
      at: 10,
      value: { price: 17_945 },
    })
    expect(createNextRung('hoursLeft', [{ at: 4, value: { price: 99 } }])).toEqual({ at: 2, value: { price: 99 } })
  })
})

describe('steps may be typed in any order', () => {
  const typed = [{ at: 4 }, { at: 2 }, { at: 24 }]
  test('a plan has them upward', () => expect(sortRungs(typed)).toEqual([{ at: 2 }, { at: 4 }, { at: 24 }]))
  test('hours left are shown as they happen', () => {
    expect(orderRungs('hoursLeft', typed)).toEqual([{ at: 24 }, { at: 4 }, { at: 2 }])
    expect(orderRungs('unitsSold', typed)).toEqual([{ at: 2 }, { at: 4 }, { at: 24 }])
  })
  test('the next one follows the last that happens', () => {
    expect(
      createNextRung('hoursLeft', [
        { at: 4, value: { percent: 2000 } },
        { at: 24, value: { percent: 1000 } },
      ]),
    ).toEqual({ at: 2, value: { percent: 3000 } })
    expect(createNextRung('unitsSold', [{ at: 10, value: { percent: 2000 } }])).toEqual({
      at: 20,
      value: { percent: 1000 },
    })
    expect(createNextRung('date', [{ at: '2027-03-31T12:00', value: { amount: 100, per: 'unit' } }])).toEqual({
      at: '2027-04-01T12:00',
      value: { amount: 200, per: 'unit' },
    })
  })
})

describe('many steps at once', () => {
  test('begin with the value that is there', () => {
    expect(proposeFilling({ price: 17_945 })).toMatchObject({ start: 17_945, step: 1795 })
    expect(proposeFilling({ percent: 4000 })).toEqual({ every: 3, start: 4000, step: 1000, until: 1000 })
    expect(proposeFilling({ amount: 3, per: 'unit' })).toEqual({ every: 3, start: 3, step: 1, until: 1 })
  })
  test('go up or down, and keep what the value means', () => {
    expect(fillRungs({ price: 1 }, { every: 3, start: 2000, step: 500, until: 3000 })).toEqual([
      { at: 0, value: { price: 2000 } },
      { at: 3, value: { price: 2500 } },
      { at: 6, value: { price: 3000 } },
    ])
    expect(fillRungs({ percent: 1, of: 'regular' }, { every: 2, start: 4000, step: 500, until: 3000 })).toEqual([
      { at: 0, value: { percent: 4000, of: 'regular' } },
      { at: 2, value: { percent: 3500, of: 'regular' } },
      { at: 4, value: { percent: 3000, of: 'regular' } },
    ])
  })
  test.each([
    ['no distance', { every: 0, start: 1, step: 1, until: 2 }],
    ['no step', { every: 1, start: 1, step: 0, until: 2 }],
    ['no start', { every: 1, start: null, step: 1, until: 2 }],
    ['too many', { every: 1, start: 0, step: 1, until: 1000 }],
  ])('%s makes none', (_label, filling) => expect(fillRungs({ price: 1 }, filling)).toBeNull())
})
