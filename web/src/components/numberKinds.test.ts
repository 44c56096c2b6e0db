import { describe, expect, test } from 'vitest'
import { NUMBER_KINDS } from './numberKinds.ts'

describe('a rate that may be below zero', () => {
  const { parse, format } = NUMBER_KINDS.signedPercent
  test.each([
    ['-5', -500],
    ['−5', -500],
    [' - 2,5 % ', -250],
    ['12', 1200],
    ['-0', 0],
    ['-', null],
    ['--5', null],
    ['five', null],
    ['', null],
  ])('%j is %j', (text, rate) => {
    expect(parse(text)).toBe(rate)
  })
  test('is shown as it can be typed again', () => {
    expect(format(-250)).toBe('−2.5')
    expect(parse(format(-250))).toBe(-250)
  })
})
