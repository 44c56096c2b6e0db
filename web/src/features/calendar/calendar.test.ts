import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { HEAD_HEIGHT, layoutLanes, ROW_HEIGHT } from './layoutLanes.ts'
import { createWindow, ticksOf } from './calendarView.ts'

describe('lanes', () => {
  const span = (id: string, lane: string, start: number, end: number) => ({ id, lane, start, end })
  test('spans that follow each other share a row; those that overlap do not', () => {
    const { lanes, tops, height } = layoutLanes(
      [span('a', 'x', 0, 5), span('b', 'x', 5, 9), span('c', 'x', 3, Infinity), span('d', 'y', 0, 1)],
      ['x', 'empty', 'y'],
    )
    expect(lanes.map(({ name }) => name)).toEqual(['x', 'y'])
    expect(tops.get('a')).toBe(HEAD_HEIGHT)
    expect(tops.get('b')).toBe(HEAD_HEIGHT)
    expect(tops.get('c')).toBe(HEAD_HEIGHT + ROW_HEIGHT)
    expect(height).toBe(lanes[1]!.top + lanes[1]!.height)
  })

  test('no two spans of a row overlap, whatever they are', () => {
    const arbitrary = fc.array(fc.record({ start: fc.nat(50), length: fc.integer({ min: 1, max: 20 }) }), {
      maxLength: 40,
    })
    fc.assert(
      fc.property(arbitrary, (given) => {
        const spans = given.map(({ start, length }, at) => span(String(at), 'x', start, start + length))
        const { tops } = layoutLanes(spans, ['x'])
        for (const a of spans)
          for (const b of spans) {
            if (a.id >= b.id || tops.get(a.id) !== tops.get(b.id)) continue
            expect(a.end <= b.start || b.end <= a.start).toBe(true)
          }
      }),
    )
  })
})

describe('what is in view', () => {
  test.each([
    ['day', '2027-03-10', '2027-03-11', 24],
    ['week', '2027-03-08', '2027-03-15', 7],
    ['month', '2027-03-01', '2027-04-05', 35],
    ['year', '2027-01-01', '2028-01-02', 12],
  ] as const)('%s', (zoom, from, to, ticks) => {
    const window = createWindow('2027-03-10', zoom)
    expect([window.from, window.to]).toEqual([from, to])
    expect(ticksOf(window, 'Europe/Vienna')).toHaveLength(ticks)
  })
})
