import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { nextTick } from 'vue'
import { useProductChoice } from './productChoice.ts'

const stored = new Map<string, string>()
beforeEach(() => {
  stored.clear()
  vi.stubGlobal('sessionStorage', {
    getItem: (key: string) => stored.get(key) ?? null,
    setItem: (key: string, value: string) => stored.set(key, value),
  })
})
afterEach(() => {
  vi.unstubAllGlobals()
})

/** The store as a page that was just loaded has it. */
function load() {
  setActivePinia(createPinia())
  return useProductChoice()
}

test('a column has one filter at most; another one takes its place, none takes it away', () => {
  const choice = load()
  choice.setFilter('stock', { column: 'stock', to: 5 })
  choice.setFilter('name', { column: 'name', text: 'oil' })
  choice.setFilter('stock', { column: 'stock', empty: true })
  expect(choice.filters).toEqual([
    { column: 'name', text: 'oil' },
    { column: 'stock', empty: true },
  ])
  choice.setFilter('name', null)
  expect(choice.filterOf('name')).toBeUndefined()
  expect(choice.filterOf('stock')).toEqual({ column: 'stock', empty: true })
  choice.clear()
  expect(choice.filters).toEqual([])
})

test('what is picked by hand goes before the filters', () => {
  const choice = load()
  choice.setFilter('name', { column: 'name', text: 'oil' })
  expect(choice.picked).toEqual({ filters: [{ column: 'name', text: 'oil' }] })
  choice.choose('A', true)
  choice.choose('B', true)
  choice.choose('A', false)
  choice.choose('C', false)
  expect(choice.picked).toEqual({ skus: ['B'] })
  choice.chooseNone()
  expect(choice.picked).toEqual({ filters: [{ column: 'name', text: 'oil' }] })
})

test('it outlives a reload', async () => {
  const before = load()
  before.setFilter('margin', { column: 'margin', from: -500 })
  before.order = { column: 'regular', descending: true }
  before.choose('A', true)
  await nextTick()
  const after = load()
  expect(after.filters).toEqual([{ column: 'margin', from: -500 }])
  expect(after.order).toEqual({ column: 'regular', descending: true })
  expect([...after.chosen]).toEqual(['A'])
})

test('what can’t be read of it is left aside', () => {
  stored.set('novalex.products', '{"filters":')
  expect(load().picked).toEqual({ filters: [] })
})
