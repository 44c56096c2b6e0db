import { expect, test } from 'vitest'
import { createProofInput } from '../../testing/proof.ts'
import { createProduct, createPromotion } from '../../testing/shop.ts'
import { computeFindings } from '../computeFindings.ts'
import type { Wording } from '../wording.ts'

const name = (names: string) => names.split(' ').map((one) => [one, one.slice(0, 2)] as const)
const GERMAN: Wording = {
  mayEndEarly: String.raw`\bsolange\b`,
  needsAccount: String.raw`\bMitglieder\b`,
  months: name('Januar Februar März April Mai Juni Juli August September Oktober November Dezember'),
  weekdays: name('Montag Dienstag Mittwoch Donnerstag Freitag Samstag Sonntag'),
  until: String.raw`\bbis\s+(?:zum\s+)?`,
  ordinal: '',
  of: '',
}

/** Whether a sale until Sunday, 4 April, 00:00 with this text is found to end a day early. */
function endsEarly(description: string): boolean {
  const promotion = createPromotion('spring', {
    schedule: { start: '2027-03-01T00:00', end: '2027-04-04T00:00' },
    display: { description },
  })
  const input = createProofInput([createProduct('A', 1000)], [promotion], { wording: GERMAN })
  return computeFindings(input, { kinds: ['ends-early'] }).length > 0
}

/** Whether a sale for members with this text is found to promise guests what they can't have. */
function promisesGuests(description: string): boolean {
  const when = { test: 'group', in: ['vip'] } as const
  const promotion = createPromotion('club', { when, display: { description } })
  const input = createProofInput([createProduct('A', 1000)], [promotion], { wording: GERMAN })
  return computeFindings(input, { kinds: ['guests-excluded'] }).length > 0
}

test.each<[string, boolean]>([
  ['Nur bis 4. April', true],
  ['Bis zum 4.4.2027', true],
  ['Günstig bis Sonntag', true],
  ['Nur bis 3. April', false],
  ['Bis Samstag', false],
  ['Until Sunday', false],
])('a last day is read in the language of the texts: %s', (text, expected) => {
  expect(endsEarly(text)).toBe(expected)
})

test.each<[string, boolean]>([
  ['20 % auf alles', true],
  ['20 % auf alles für Mitglieder', false],
  ['20 % off for members', true],
])('so is whom it is for: %s', (text, expected) => {
  expect(promisesGuests(text)).toBe(expected)
})
