import { expect, test } from 'vitest'
import { toSlug } from './slug.ts'

test.each([
  ['Spring paper, 15 %', 'spring-paper-15'],
  ['  Crème & Öl – été  ', 'creme-ol-ete'],
  ['新年', ''],
  ['a'.repeat(59) + ' b', 'a'.repeat(59)],
])('%s', (name, slug) => {
  expect(toSlug(name)).toBe(slug)
})
