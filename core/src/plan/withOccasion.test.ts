import { expect, test } from 'vitest'
import type { Display } from '../terms/index.ts'
import { createPromotion } from '../testing/shop.ts'
import { fillDisplay } from './label.ts'
import { findOccasionPlaces, withOccasion } from './withOccasion.ts'

const sale = (display: Display) =>
  createPromotion('p', { mechanic: { kind: 'markdown', reach: {}, value: { percent: 2000 } }, display })

test('texts name the occasion by its flag, otherwise by its name, and keep their other places', () => {
  const promotion = sale({ title: '{occasion}', label: '{occasion}: {percent}% off, {occasion}', description: 'Now' })
  expect(findOccasionPlaces(promotion.display!)).toEqual(['title', 'label'])
  expect(withOccasion(promotion, { name: 'Town fair' }).display).toEqual({
    title: 'Town fair',
    label: 'Town fair: {percent}% off, Town fair',
    description: 'Now',
  })
  const flag = { text: '$& fair', colour: 'red' } as const
  expect(withOccasion(promotion, { name: 'Town fair', flag }).display?.title).toBe('$& fair')
})

test('what names no occasion, or follows none, is the same object', () => {
  const promotion = sale({ title: 'Sale' })
  expect(withOccasion(promotion, { name: 'Town fair' })).toBe(promotion)
  const naming = sale({ title: '{occasion}' })
  expect(withOccasion(naming, undefined)).toBe(naming)
  expect(fillDisplay(naming, String)?.title).toBeUndefined()
})
