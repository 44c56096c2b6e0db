import { expect, test } from 'vitest'
import { createRungs } from './createRungs.ts'

const summary = (wanted: Parameters<typeof createRungs>[0]) =>
  createRungs(wanted)?.map(({ at, value }) => [at, 'price' in value ? value.price : null]) ?? null

test.each([
  [
    { every: 3, start: 3000, step: 500, until: 4500 },
    [
      [0, 3000],
      [3, 3500],
      [6, 4000],
      [9, 4500],
    ],
  ],
  [
    { every: 1, start: 1000, step: 400, until: 1700 },
    [
      [0, 1000],
      [1, 1400],
    ],
  ],
  [{ every: 5, start: 1000, step: 1, until: 1000 }, [[0, 1000]]],
  [{ every: 0, start: 1000, step: 100, until: 2000 }, null],
  [{ every: 3, start: 2000, step: 100, until: 1000 }, null],
  [{ every: 3, start: null, step: 100, until: 1000 }, null],
  [{ every: 1, start: 0, step: 1, until: 200 }, null],
])('%j', (wanted, expected) => expect(summary(wanted)).toEqual(expected))
