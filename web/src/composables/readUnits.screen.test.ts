import { expect, test } from 'vitest'
import { readUnits, showUnits } from './readUnits.ts'

function typed(value: string): Event {
  const field = document.createElement('input')
  field.value = value
  const event = new Event('input')
  field.dispatchEvent(event)
  return event
}

test.each([
  ['3', 3],
  ['3.7', 3],
  ['0', 0],
  ['', null],
  ['10', 10],
  ['11', null],
  ['-1', null],
  ['1e400', null],
  ['many', null],
])('%s in a field is %s, of 10 at most', (text, units) => {
  expect(readUnits(typed(text), 10)).toBe(units)
})

test('what is no field has none', () => {
  expect(readUnits(new Event('input'))).toBeNull()
})

test('a field that is left empty shows the units in force', () => {
  const event = typed('')
  showUnits(event, 3)
  expect(event.target).toMatchObject({ value: '3' })
})
