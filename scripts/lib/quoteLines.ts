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
import { checkShape } from '../../server/src/http/validate.ts'
import { setStoreFormats, type Names } from '@novalex/words'
import { explainQuote } from '../../web/src/locale/en/reasons.ts'

/**
 * Prices cases (JSON, docs/plan-file.md), one a line. Yields a quote for each, in the same order; with `isInWords` what became of each promotion and
 * each code, a sentence a line and an empty line after each case. A case that can't be priced yields `{ "problems": [...] }`. Empty lines are skipped.
 */
export async function* quoteLines(
  lines: Iterable<string> | AsyncIterable<string>,
  { isInWords = false } = {},
): AsyncGenerator<{ readonly text: string; readonly isPriced: boolean }> {
  for await (const line of lines) {
    if (line.trim() === '') continue
    const answer = priceLine(line)
    const isPriced = !('problems' in answer)
    const text = isInWords && isPriced ? writeWords(JSON.parse(line) as QuoteCase, answer) : JSON.stringify(answer)
    yield { text, isPriced }
  }
}

function writeWords(given: QuoteCase, quote: Quote): string {
  const { store, catalogue, plan, partners = [] } = given
  setStoreFormats({ currency: store.currency, locale: 'en-GB' })
  const categories = new Map(catalogue.categories.map(({ id, name }) => [id, name]))
  const products = new Map(catalogue.products.map(({ sku, name }) => [sku, name]))
  const names: Names = {
    category: (id) => categories.get(id) ?? id,
    product: (sku) => products.get(sku) ?? sku,
    set: String,
    stackGroup: String,
  }
  const compiled = compilePlan({ store, catalogue, promotions: plan.promotions, partners })
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
  const { store, catalogue, plan, partners = [] } = given
  setStoreFormats({ currency: store.currency, locale: 'en-GB' })
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
  const compiled = compilePlan({ store, catalogue, promotions, partners })
  const order = toOrder(given)
  const problems = checkOrder(compiled, order)
  return problems.length > 0 ? { problems } : computeQuote(compiled, order)
}

function under(path: string, problem: Problem): Problem {
  return { ...problem, path: `${path}.${problem.path}` }
}
