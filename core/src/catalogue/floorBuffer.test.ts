import fc from 'fast-check'
import { expect, test } from 'vitest'
import { computeDeepestPercent, computeHighestFloor } from './floorBuffer.ts'

test.each([
  [1290, 2500, 967],
  [1000, 2500, 750],
  [999, 5000, 499],
  [1000, 10_000, 0],
])('%s with %s basis points off needs a floor of at most %s', (regular, percent, floor) => {
  expect(computeHighestFloor(regular, percent)).toBe(floor)
})

test.each([
  [1000, 750, 2500],
  [1000, 751, 2400],
  [1000, 0, 10_000],
  [1000, 1000, 0],
  [1000, 1200, 0],
  [0, 0, 0],
])('%s with the floor %s can be reduced by %s basis points', (regular, floor, percent) => {
  expect(computeDeepestPercent(regular, floor)).toBe(percent)
})

test('the deepest whole percentage just fits, and the next one does not', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 100_000 }), fc.integer({ min: 0, max: 100_000 }), (regular, floor) => {
      fc.pre(floor < regular)
      const deepest = computeDeepestPercent(regular, floor)
      if (deepest > 0) expect(computeHighestFloor(regular, deepest)).toBeGreaterThanOrEqual(floor)
      if (deepest < 10_000) expect(computeHighestFloor(regular, deepest + 100)).toBeLessThan(Math.max(floor, 1))
    }),
  )
})
