import { readFileSync } from 'node:fs'
import { expect, test } from 'vitest'

const read = (path: string) => readFileSync(new URL(`../${path}`, import.meta.url), 'utf8')
const namesIn = (text: string) => new Set(text.match(/\b(NOVALEX_[A-Z_]+|DATABASE_URL)\b/g))

test('every setting of the server is on the page about running it, and no other', () => {
  const listed = [...read('docs/run-it.md').matchAll(/^\| `(\w+)`/gm)].map(([, name]) => name!)
  expect(new Set(listed)).toEqual(namesIn(read('server/src/platform/config.ts')))
})
