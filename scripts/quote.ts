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
  findKeptNudges,
  isTimeZone,
  type Order,
  type Problem,
  type Quote,
} from '@novalex/core'
import { checkShape } from '../server/src/http/validate.ts'
import { setCurrency } from '../web/src/locale/format.ts'
import { explainQuote } from '../web/src/sentences/reasons.ts'
import type { Names } from '../web/src/locale/ruleWords.ts'

/**
 * Prices cases: `npm run -s quote -- FILE`, or `-` for standard input. One case (JSON, docs/plan-file.md) a line in, one quote a line
 * out, in the same order; with `--words` what became of each promotion and each code, a sentence a line and an empty line after each case.
 * A case that can't be priced gives `{ "problems": [...] }` in its place, and exit code 1.
 */
async function main(args: readonly string[]): Promise<void> {
  const isInWords = args.includes('--words')
  const [path] = args.filter((arg) => arg !== '--words')
  if (path === undefined) throw new Error('Give a file with one case a line, or - for standard input.')
  const input = path === '-' ? process.stdin : createReadStream(path)
  for await (const line of createInterface({ input, crlfDelay: Infinity })) {
    if (line.trim() === '') continue
    const answer = priceLine(line)
    if ('problems' in answer) process.exitCode = 1
    const isPriced = isInWords && !('problems' in answer)
    process.stdout.write(`${isPriced ? writeWords(JSON.parse(line) as QuoteCase, answer) : JSON.stringify(answer)}\n`)
  }
}

function writeWords(given: QuoteCase, quote: Quote): string {
  const { store, catalogue, plan } = given
  setCurrency(store.currency)
  const categories = new Map(catalogue.categories.map(({ id, name }) => [id, name]))
  const products = new Map(catalogue.products.map(({ sku, name }) => [sku, name]))
  const names: Names = {
    category: (id) => categories.get(id) ?? id,
    product: (sku) => products.get(sku) ?? sku,
    set: String,
    stackGroup: String,
  }
  const compiled = compilePlan({ store, catalogue, promotions: plan.promotions })
  const kept = findKeptNudges(compiled, toOrder(given), quote)
  const sentences = explainQuote(quote, kept, { names, find: (id) => plan.promotions.find((one) => one.id === id) })
  return sentences.map((sentence) => `${sentence}\n`).join('')
}

type Answer = Quote | { readonly problems: readonly Problem[] }

function priceLine(line: string): Answer {
  let given: unknown
  try {
    given = JSON.parse(line)
  } catch {
    return { problems: [{ code: 'bad-json', path: '' }] }
  }
  const shape = checkShape(QuoteCaseSchema, given)
  return shape.length > 0 ? { problems: shape } : priceCase(given as QuoteCase)
}

const toOrder = ({ now, cart, facts = {}, codes = {} }: QuoteCase): Order => {
  return { now: Date.parse(now), cart, facts, codes }
}

function priceCase(given: QuoteCase): Answer {
  const { store, catalogue, plan } = given
  setCurrency(store.currency)
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
  const order = toOrder(given)
  const problems = checkOrder(compiled, order)
  return problems.length > 0 ? { problems } : computeQuote(compiled, order)
}

function under(path: string, problem: Problem): Problem {
  return { ...problem, path: `${path}.${problem.path}` }
}

await main(process.argv.slice(2))
