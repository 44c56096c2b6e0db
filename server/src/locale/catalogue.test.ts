import { createPseudo } from '@novalex/contract'
import { expect, test } from 'vitest'
import { readLanguage } from './catalogue.ts'
import { en } from './en/index.ts'

const xx = createPseudo(en)

test.each([
  [{}, 'en'],
  [{ NOVALEX_LANG: '' }, 'en'],
  [{ NOVALEX_LANG: 'en' }, 'en'],
  [{ NOVALEX_LANG: 'xx' }, 'xx'],
  [{ NOVALEX_LANG: 'constructor' }, null],
  [{ NOVALEX_LANG: ' en' }, null],
])('of %j the language is %s', (env, language) => expect(readLanguage(env)).toBe(language))

const person = { name: 'Ida Norr', email: 'ida@fennmoor.example' }
const link = 'https://plan.example/welcome#t0ken'
const store = 'Fennmoor Supplies'

test.each([
  ['invitation', xx.accessLetters.invitation(person, { link, store, by: 'Anton Moor' }), ['Ida Norr', 'Anton Moor']],
  ['reset', xx.accessLetters.reset(person, { link, store }), ['Ida Norr']],
  [
    'code',
    xx.shopperLetters.code(person, { code: 'PAD-7K2M', title: 'Free pad', store, link }),
    ['PAD-7K2M', 'Free pad'],
  ],
  ['consent', xx.shopperLetters.consent(person, { link, store }), []],
])('the letter of the %s is translated around names, code and link', (_name, { to, subject, text }, names) => {
  expect(to).toBe(person.email)
  for (const name of [link, store, ...names]) expect(`${subject} ${text}`).toContain(name)
  const rest = [link, store, 'Novalex', ...names].reduce(
    (left, name) => left.replaceAll(name, ''),
    `${subject} ${text}`,
  )
  expect(rest).not.toMatch(/[a-z]/i)
})

test('heads of files are translated', () => {
  expect(Object.values(xx.heads).flat().join('')).not.toMatch(/[a-z]/i)
  expect(xx.heads.codes).toHaveLength(en.heads.codes.length)
})
