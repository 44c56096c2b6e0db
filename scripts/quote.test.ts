import { spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { quoteLines } from './lib/quoteLines.ts'
import { ROOT } from './lib/system.mjs'
import { CASE } from './testing/quoteCase.ts'

async function quote(text: string, isInWords = false) {
  const [texts, priced]: [string[], boolean[]] = [[], []]
  for await (const one of quoteLines(text.split('\n'), { isInWords })) {
    texts.push(one.text)
    priced.push(one.isPriced)
  }
  return { texts, isPriced: !priced.includes(false) }
}
const parse = (texts: readonly string[]) => texts.map((text) => JSON.parse(text) as Record<string, never>)

const other = { ...CASE, cart: { ...CASE.cart, lines: [{ sku: 'A', quantity: 2 }] } }

test('one case a line in, one quote a line out, in the same order', async () => {
  const { texts, isPriced } = await quote(`${JSON.stringify(CASE)}\n\n${JSON.stringify(other)}\n`)
  expect(isPriced).toBe(true)
  expect(parse(texts)).toMatchObject([{ totals: { grand: 1096 } }, { totals: { grand: 2192 } }])
})

test('in words: a sentence a line', async () => {
  const [promotion] = CASE.plan.promotions
  const club = { ...promotion, id: 'p2', rank: 2, when: { test: 'group', in: ['club'] } }
  const given = { ...CASE, plan: { promotions: [promotion, club] }, cart: { ...CASE.cart, codes: ['X'] } }
  const { texts } = await quote(JSON.stringify(given), true)
  expect(texts).toEqual([
    [
      'Spring paper: −€1.94.',
      'Spring paper: needs a member of club; the shopper is a guest.',
      'Code X isn’t valid. Check the spelling, or whether it has already been used.',
      '',
    ].join('\n'),
  ])
})

test('the command reads a file or standard input, and exits with 1 where a case can’t be priced', () => {
  const run = (args: string[], input = '') =>
    spawnSync('npm', ['run', '-s', 'quote', '--', ...args], { cwd: ROOT, input, encoding: 'utf8' })
  const file = join(mkdtempSync(join(tmpdir(), 'novalex-quote-')), 'cases.jsonl')
  writeFileSync(file, `${JSON.stringify(CASE)}\n${JSON.stringify(other)}\n`)
  const read = run([file])
  expect(read.status).toBe(0)
  expect(parse(read.stdout.trim().split('\n'))).toMatchObject([
    { totals: { grand: 1096 } },
    { totals: { grand: 2192 } },
  ])
  const refused = run(['-'], '{ not json\n')
  expect(refused).toMatchObject({ status: 1, stdout: '{"problems":[{"code":"bad-json","path":""}]}\n' })
})

test('what can’t be priced gives its problems in its place', async () => {
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
  const { texts, isPriced } = await quote(lines.join('\n'))
  expect(isPriced).toBe(false)
  const problems = parse(texts).map((answer) =>
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
