import { createReadStream } from 'node:fs'
import { createInterface } from 'node:readline'
import { QuoteCaseSchema, type QuoteCase } from '@novalex/contract'
import {
  checkCatalogue,
  checkOrder,
  checkPromotion,
  checkPromotionList,
  checkStore,
  compilePlan,
  computeQuote,
  isTimeZone,
  type Problem,
} from '@novalex/core'
import { checkShape } from '../server/src/http/validate.ts'

/**
 * Prices cases: `npm run -s quote -- FILE`, or `-` for standard input. One case (JSON, docs/plan-file.md) a line in, one quote a line
 * out, in the same order. A case that can't be priced gives `{ "problems": [...] }` in its place, and exit code 1.
 */
async function main(path: string | undefined): Promise<void> {
  if (path === undefined) throw new Error('Give a file with one case a line, or - for standard input.')
  const input = path === '-' ? process.stdin : createReadStream(path)
  for await (const line of createInterface({ input, crlfDelay: Infinity })) {
    if (line.trim() === '') continue
    const answer = priceLine(line)
    if ('problems' in answer) process.exitCode = 1
    process.stdout.write(`${JSON.stringify(answer)}\n`)
  }
}

function priceLine(line: string): object {
  let given: unknown
  try {
    given = JSON.parse(line)
  } catch {
    return { problems: [{ code: 'bad-json', path: '' }] }
  }
  const shape = checkShape(QuoteCaseSchema, given)
  return shape.length > 0 ? { problems: shape } : priceCase(given as QuoteCase)
}

function priceCase({ now, store, catalogue, plan, cart, facts = {}, codes = {} }: QuoteCase): object {
  if (!isTimeZone(store.timeZone))
    return { problems: [{ code: 'unknown-zone', path: 'store.timeZone', facts: { given: store.timeZone } }] }
  const { promotions } = plan
  const base = [
    ...checkStore(store).map((problem) => under('store', problem)),
    ...checkCatalogue(catalogue).map((problem) => under('catalogue', problem)),
  ]
  if (base.length > 0) return { problems: base }
  const list = checkPromotionList(promotions).map((problem) => under('plan.promotions', problem))
  const compiledEmpty = compilePlan({ store, catalogue, promotions: [] })
  const each = promotions.flatMap((promotion, index) =>
    checkPromotion(promotion, compiledEmpty).map((problem) => under(`plan.promotions.${index}`, problem)),
  )
  if (list.length + each.length > 0) return { problems: [...list, ...each] }
  const compiled = compilePlan({ store, catalogue, promotions })
  const order = { now: Date.parse(now), cart, facts, codes }
  const problems = checkOrder(compiled, order)
  return problems.length > 0 ? { problems } : computeQuote(compiled, order)
}

function under(path: string, problem: Problem): Problem {
  return { ...problem, path: `${path}.${problem.path}` }
}

await main(process.argv[2])
