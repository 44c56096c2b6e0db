import { describe, expect, test } from 'vitest'
import { EN_WORDING } from './wording.ts'

const says = (source: string, text: string) => new RegExp(source, 'iu').test(text)

test('months and weekdays by name, from January and from Monday', () => {
  expect(EN_WORDING.months).toHaveLength(12)
  expect(EN_WORDING.months.at(8)).toEqual(['September', 'Sep'])
  expect(EN_WORDING.weekdays).toEqual([
    ['Monday', 'Mon'],
    ['Tuesday', 'Tue'],
    ['Wednesday', 'Wed'],
    ['Thursday', 'Thu'],
    ['Friday', 'Fri'],
    ['Saturday', 'Sat'],
    ['Sunday', 'Sun'],
  ])
})

describe('texts that say', () => {
  test.each(['While stocks last', 'Only 40 of them', 'A limited offer', 'For the FIRST hundred'])(
    'that it may end early: %s',
    (text) => {
      expect(says(EN_WORDING.mayEndEarly, text)).toBe(true)
    },
  )

  test.each(['For members', 'Sign in to get it', 'Your first order', 'Log in', 'For returning shoppers'])(
    'that one has to be known: %s',
    (text) => {
      expect(says(EN_WORDING.needsAccount, text)).toBe(true)
    },
  )

  test.each(['10 % off pads', 'Blast of colour', 'Clubs and spades', 'Remember the pads'])('neither: %s', (text) => {
    expect([says(EN_WORDING.mayEndEarly, text), says(EN_WORDING.needsAccount, text)]).toEqual([false, false])
  })
})
