import { expect, test } from 'vitest'
import { findColumnFaults } from './importColumns.ts'

const COLUMNS = [
  { name: 'sku', isRequired: true },
  { name: 'regular_price', isRequired: true },
  { name: 'unit_cost', isRequired: false },
]

test.each([
  [['sku', null, 'regular_price'], [], []],
  [[null, 'unit_cost'], ['sku', 'regular_price'], []],
  [['sku', 'sku', 'regular_price'], [], ['sku']],
])('columns %j', (chosen, needed, twice) => {
  expect(findColumnFaults(chosen, COLUMNS)).toEqual({ needed, twice })
})
