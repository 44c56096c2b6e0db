import { spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { ROOT } from './lib/system.mjs'
import { CASE } from './testing/quoteCase.ts'

function quote(args: string[], input = '') {
  const run = spawnSync('npm', ['run', '-s', 'quote', '--', ...args], { cwd: ROOT, input, encoding: 'utf8' })
  const answers = run.stdout.trim().split('\n').filter(Boolean)
  return { status: run.status, answers: answers.map((line) => JSON.parse(line) as Record<string, never>) }
}

test('one case a line in, one quote a line out, in the same order', () => {
  const other = { ...CASE, cart: { ...CASE.cart, lines: [{ sku: 'A', quantity: 2 }] } }
  const { status, answers } = quote(['-'], `${JSON.stringify(CASE)}\n\n${JSON.stringify(other)}\n`)
  expect(status).toBe(0)
  expect(answers).toMatchObject([{ totals: { grand: 1096 } }, { totals: { grand: 2192 } }])
})

test('in words: a sentence a line', () => {
  const [promotion] = CASE.plan.promotions
  const club = { ...promotion, id: 'p2', rank: 2, when: { test: 'group', in: ['club'] } }
  const given = { ...CASE, plan: { promotions: [promotion, club] }, cart: { ...CASE.cart, codes: ['X'] } }
  const args = ['run', '-s', 'quote', '--', '-', '--words']
  const { stdout } = spawnSync('npm', args, { cwd: ROOT, input: `${JSON.stringify(given)}\n`, encoding: 'utf8' })
  expect(stdout.split('\n')).toEqual([
    'Spring paper takes off 1.94 €.',
    'Spring paper can’t be known for a guest; it is for anyone in club.',
    'Code X is not valid: check how it is written, or whether it was used already.',
    '',
    '',
  ])
})

test('a file is read as well', () => {
  const file = join(mkdtempSync(join(tmpdir(), 'novalex-quote-')), 'cases.jsonl')
  writeFileSync(file, JSON.stringify(CASE))
  expect(quote([file]).answers).toMatchObject([{ totals: { grand: 1096 } }])
})

test('what can’t be priced gives its problems in its place', () => {
  const promotion = CASE.plan.promotions[0]!
  const changed = (changes: object) => JSON.stringify({ ...CASE, ...changes })
  const plan = (changes: object) => changed({ plan: { promotions: [{ ...promotion, ...changes }] } })
  const lines = [
    '{ not json',
    changed({ colour: 'red' }),
    changed({ store: { ...CASE.store, timeZone: 'Europe/Nowhere' } }),
    plan({ rank: 0 }),
    plan({ mechanic: { ...promotion.mechanic, value: { percent: 12_000 } } }),
    plan({ stacking: { group: 'nobody', mode: 'group' } }),
    changed({ plan: { promotions: [promotion, promotion] } }),
    changed({ cart: { ...CASE.cart, lines: [{ sku: 'Z', quantity: 1 }] } }),
    changed({ store: { ...CASE.store, apart: [['sale', 'nobody']] } }),
    changed({ catalogue: { ...CASE.catalogue, products: [...CASE.catalogue.products, ...CASE.catalogue.products] } }),
    JSON.stringify(CASE),
  ]
  const { status, answers } = quote(['-'], lines.join('\n'))
  expect(status).toBe(1)
  const problems = answers.map((answer) =>
    (answer.problems as { code: string; path: string }[] | undefined)?.map(({ code, path }) => `${code} ${path}`),
  )
  expect(problems).toEqual([
    ['bad-json '],
    ['unknown-key colour'],
    ['unknown-zone store.timeZone'],
    ['too-small plan.promotions.0.rank'],
    ['percent-range plan.promotions.0.mechanic.value.percent'],
    ['unknown-stack-group plan.promotions.0.stacking.group'],
    ['duplicate-id plan.promotions.1.id', 'duplicate-rank plan.promotions.1.rank'],
    ['unknown-sku cart.lines.0.sku'],
    ['unknown-stack-group store.apart.0.1'],
    ['duplicate-id catalogue.products.1.sku'],
    undefined,
  ])
})
