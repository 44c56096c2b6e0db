import { describe, expect, test } from 'vitest'
import type { Limits, Refill } from '../terms/index.ts'
import { HOUR_MS } from '../values/index.ts'
import { computeEdgeFacts } from './edgeFacts.ts'
import { computeClockEdges } from './ladder.ts'
import type { Promotion } from './promotion.ts'
import { computeUnitsLeft, computeUnitsOnOffer } from './unitsOnOffer.ts'

const left = (unitsLeft: number, add: number): Refill => ({ at: { unitsLeft }, add })
const hours = (hoursLeft: number, add: number): Refill => ({ at: { hoursLeft }, add })
const END = 1000 * HOUR_MS

describe('units on offer', () => {
  test.each<[string, Limits, { sold: number; hours?: number }, number]>([
    ['no limit', { refills: [left(1, 3)] }, { sold: 5 }, Infinity],
    ['two left, one asked for', { units: 8, refills: [left(1, 3)] }, { sold: 6 }, 8],
    ['one left', { units: 8, refills: [left(1, 3)] }, { sold: 7 }, 11],
    ['fires once only', { units: 8, refills: [left(1, 3)] }, { sold: 10 }, 11],
    ['none left', { units: 8, refills: [left(0, 2)] }, { sold: 8 }, 10],
    ['lowered below what was sold', { units: 8, refills: [left(0, 2)] }, { sold: 12 }, 10],
    ['the second only when its turn comes', { units: 8, refills: [left(1, 3), left(1, 3)] }, { sold: 7 }, 11],
    ['both', { units: 8, refills: [left(1, 3), left(1, 3)] }, { sold: 10 }, 14],
    ['just before its hour', { units: 8, refills: [hours(3, 5)] }, { sold: 0, hours: 3.0001 }, 8],
    ['at its hour', { units: 8, refills: [hours(3, 5)] }, { sold: 0, hours: 3 }, 13],
    ['by units first, wherever they stand', { units: 2, refills: [hours(3, 5), left(2, 1)] }, { sold: 0, hours: 1 }, 8],
  ])('%s', (_label, limits, { sold, hours: h }, expected) => {
    const now = h === undefined ? 0 : END - h * HOUR_MS
    expect(computeUnitsOnOffer(limits, { sold, now, end: END })).toBe(expected)
    expect(computeUnitsLeft(limits, { sold, now, end: END })).toBe(Math.max(0, expected - sold))
  })

  test('without an end nothing is added by hours', () =>
    expect(computeUnitsOnOffer({ units: 1, refills: [hours(1e9, 5)] }, { sold: 0, now: 0, end: Infinity })).toBe(1))
})

const promotion = (limits: Limits, ladder: Promotion['ladder'] = null) => ({ limits, ladder }) as Promotion

describe('edges', () => {
  test('before and at each refill, and where all are gone', () => {
    const found = computeEdgeFacts(promotion({ units: 8, refills: [left(1, 3), left(0, 2)] }))
    const at = found.filter(({ side }) => side === 'at').map(({ limit, found: units }) => [limit, units])
    expect(at).toEqual([
      ['refill', 7],
      ['refill', 11],
      ['units', 13],
    ])
    expect(found.filter(({ side }) => side === 'before').map(({ found: units }) => units)).toEqual([6, 10, 12])
    expect(found.map(({ left: units }) => units)).toEqual([2, 4, 1, 2, 1, 0])
  })

  test('nothing is said of what is left where units have no limit', () => {
    const ladder: Promotion['ladder'] = { by: 'unitsSold', rungs: [{ at: 2, value: { percent: 100 } }] }
    expect(computeEdgeFacts(promotion({}, ladder)).map(({ left: units }) => units)).toEqual([null, null])
    expect(computeEdgeFacts(promotion({ units: 4, uses: 1 })).map(({ left: units }) => units)).toEqual([
      1,
      0,
      null,
      null,
    ])
  })

  test('rungs by units left follow the refills', () => {
    const ladder: Promotion['ladder'] = { by: 'unitsLeft', rungs: [{ at: 2, value: { percent: 100 } }] }
    const found = computeEdgeFacts(promotion({ units: 4, refills: [left(1, 3)] }, ladder))
    const rungs = found.filter(({ limit, side }) => limit === 'rung' && side === 'at')
    expect(rungs.map(({ found: sold }) => sold)).toEqual([2, 3, 5])
  })

  test('what hours have added counts from then on', () => {
    const limits = { units: 4, refills: [hours(3, 2)] }
    const gone = (now: number) => computeEdgeFacts(promotion(limits), { now, end: END }).at(-1)!.found
    expect(gone(END - 4 * HOUR_MS)).toBe(4)
    expect(gone(END - 3 * HOUR_MS)).toBe(6)
  })

  test('the moment of a refill by hours', () =>
    expect(computeClockEdges(promotion({ units: 4, refills: [hours(3, 2)] }), { at: [], end: END })).toEqual([
      END - 3 * HOUR_MS,
    ]))
})
