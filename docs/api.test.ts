import { readFileSync } from 'node:fs'
import { expect, test } from 'vitest'
import { fillApiPage } from '../scripts/describeEndpoints.ts'

test('docs/api.md lists the endpoints as the contract has them; `npm run docs:api` writes them', () => {
  const page = readFileSync(new URL('./api.md', import.meta.url), 'utf8')
  expect(page).toBe(fillApiPage(page))
})
