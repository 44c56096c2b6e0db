import { expect, test } from 'vitest'
import { compileCatalogue } from '../catalogue/index.ts'
import type { Markdown } from '../mechanics/index.ts'
import type { Reach } from '../terms/index.ts'
import { CATEGORIES, createProduct } from '../testing/shop.ts'
import { takeOff } from './takeOff.ts'

const products = ['A', 'B', 'C', 'D'].map((sku) =>
  createProduct(sku, 1000, { categories: sku === 'D' ? ['paint'] : ['pads'] }),
)
const catalogue = compileCatalogue({ categories: CATEGORIES, products, sets: [{ id: 'set', skus: ['A', 'B'] }] })
const sale = (reach: Reach): { state: 'ready'; mechanic: Markdown } => ({
  state: 'ready',
  mechanic: { kind: 'markdown', reach, value: { percent: 1000 } },
})
const off = (reach: Reach, ...skus: string[]) => takeOff(sale(reach), new Set(skus), catalogue)

test.each<[string, Reach, string[], Reach]>([
  [
    'a category gets an exception',
    { categories: ['pads'] },
    ['A', 'D'],
    { categories: ['pads'], except: { skus: ['A'] } },
  ],
  ['exceptions add up', { except: { skus: ['A'] } }, ['B'], { except: { skus: ['A', 'B'] } }],
  ['a list gets shorter', { skus: ['A', 'B'] }, ['B', 'C'], { skus: ['A'] }],
  [
    'exceptions of another kind: the rest is listed',
    { except: { categories: ['paint'] } },
    ['A'],
    { skus: ['B', 'C'] },
  ],
  ['a set gets an exception', { sets: ['set'] }, ['B'], { sets: ['set'], except: { skus: ['B'] } }],
])('%s', (_name, reach, skus, expected) => {
  expect(off(reach, ...skus)).toEqual(sale(expected))
})

test('nothing left: it stops, as it was', () => {
  expect(off({ categories: ['pads'] }, 'A', 'B', 'C')).toEqual({ ...sale({ categories: ['pads'] }), state: 'stopped' })
})

test('nothing to take off: it stays as it is', () => {
  const untouched = sale({ categories: ['pads'] })
  expect(takeOff(untouched, new Set(['D']), catalogue)).toBe(untouched)
})

test('a list of prices loses them', () => {
  const listed = { state: 'ready' as const, mechanic: { kind: 'markdown' as const, reach: {}, prices: { A: 1, B: 2 } } }
  expect(takeOff(listed, new Set(['A']), catalogue).mechanic).toEqual({ kind: 'markdown', reach: {}, prices: { B: 2 } })
  expect(takeOff(listed, new Set(['A', 'B']), catalogue).state).toBe('stopped')
})
