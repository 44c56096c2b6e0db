import { expect, test } from 'vitest'
import { createPseudo, toPseudo } from './pseudoLanguage.ts'

const words = createPseudo({
  save: 'Save',
  list: ['One', ['Two']],
  pattern: /one/,
  limit: 3,
  none: null,
  saved: (name: string) => `“${name}” saved.`,
  moved: (name: string, place: { readonly at: string }) => `${name} of ${name} moved ${place.at}`,
  letter: ({ to }: { readonly to: string }) => ({ to, subject: 'Hello', text: `Hello ${to}` }),
  pieces: () => [{ part: 'start', text: 'from' }],
  many: (count: number) => count * 2,
})

test('every letter has an accent, vowels are doubled, and a second pass changes nothing', () => {
  expect(toPseudo('Save 20% of Ink…')).toBe('Šààṽéé 20% ööƒ Îîñķ…')
  expect(toPseudo(toPseudo('Quick brown foxes'))).toBe(toPseudo('Quick brown foxes'))
  expect(toPseudo('')).toBe('')
})

test('texts and lists of texts are translated; what is no text is not', () => {
  const { save, list, pattern, limit, none } = words
  expect({ save, list, pattern, limit, none }).toEqual({
    save: 'Šààṽéé',
    list: ['Ööñéé', ['Ţŵöö']],
    pattern: /one/,
    limit: 3,
    none: null,
  })
})

test('answers of functions are translated, around the names that they were given', () => {
  expect(words.saved('Ink $& pad')).toBe('“Ink $& pad” šààṽééð.')
  expect(words.saved('')).toBe('“” šààṽééð.')
  expect(words.moved('Ink', { at: 'Aisle 3' })).toBe('Ink ööƒ Ink ɱööṽééð Aisle 3')
  expect(words.moved('buy-get', { at: '' })).toBe('ƀûûýý-ğééţ ööƒ ƀûûýý-ğééţ ɱööṽééð ')
  expect(words.many(2)).toBe(4)
})

test('of an answer with fields, only what is said is translated', () => {
  expect(words.letter({ to: 'a@b.example' })).toEqual({
    to: 'a@b.example',
    subject: 'Ĥééļļöö',
    text: 'Ĥééļļöö a@b.example',
  })
  expect(words.pieces()).toEqual([{ part: 'start', text: 'ƒŕööɱ' }])
})
