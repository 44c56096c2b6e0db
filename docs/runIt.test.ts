import { readFileSync } from 'node:fs'
import { expect, test } from 'vitest'
import { EVENT_NAMES } from '../server/src/platform/events.ts'

const read = (path: string) => readFileSync(new URL(`../${path}`, import.meta.url), 'utf8')
const namesIn = (text: string) => new Set(text.match(/\b(NOVALEX_[A-Z_]+|DATABASE_URL)\b/g))

test('every setting of the server is on the page about running it, and no other', () => {
  const listed = [...read('docs/run-it.md').matchAll(/^\| `([A-Z_]+)`/gm)].map(([, name]) => name!)
  expect(new Set(listed)).toEqual(namesIn(read('server/src/platform/config.ts')))
})

test('every event of the log is on the page, and no other', () => {
  const listed = [...read('docs/run-it.md').matchAll(/^\| `([a-z-]+)`/gm)].map(([, name]) => name!)
  expect(listed.toSorted()).toEqual(EVENT_NAMES.toSorted())
})

test('every metric of our own is on the page', () => {
  const sources = ['platform/metrics.ts', 'http/metrics.ts'].map((file) => read(`server/src/${file}`)).join('')
  const names = new Set(sources.match(/(?<=')novalex_\w+(?=')/g))
  expect(names.size).toBeGreaterThan(5)
  for (const name of names) expect(read('docs/run-it.md')).toContain(`\`${name}\``)
})
