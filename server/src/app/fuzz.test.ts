import { ADDRESSES } from '@novalex/contract'
import fc from 'fast-check'
import { afterAll, beforeAll, expect, inject, test } from 'vitest'
import { DESK, FEED, MARKET, PARTNER_ANSWER } from '../testing/channels.ts'
import { createDraft, createTestServer, PRODUCTS, type TestServer } from '../testing/createTestServer.ts'
import { bringIn } from '../testing/imports.ts'
import { visit } from '../testing/placeOrders.ts'

/**
 * Requests of every address, most of them nearly right: whatever is sent, the server answers with something that it means, and goes on answering.
 * The seed is printed with the run; NOVALEX_SEED repeats it.
 */

let server: TestServer
let ids: Readonly<
  Record<
    'promotion' | 'coded' | 'campaign' | 'set' | 'occasion' | 'testCart' | 'import' | 'person' | 'key' | 'feed',
    string
  >
>
/** Of whom may be signed out and removed on the way. */
let leaving: string
/** The cookie by which the shop knows who orders. */
let visitor: string
beforeAll(async () => {
  server = await createTestServer(inject('databaseUrl'), { hasThreads: true })
  const create = async (path: string, body: unknown) => (await server.request('POST', `/api${path}`, body)).body
  const campaign = (await create('/campaigns', { name: 'Spring', goal: '' })).id
  const occasion = (await create('/occasions', { name: 'Fair', dates: null })).id
  const set = (await create('/sets', { name: 'Two', content: { skus: ['PAD-1'] } })).id
  const testCart = (await create('/test-carts', TEST_CART)).id
  const feed = (await create('/feeds', FEED)).id
  const promotion = (await create('/promotions', createDraft({ campaign }))).promotion.id
  const extra = { stacking: { group: 'extra', mode: 'group' } }
  await create('/promotions', { ...createDraft(), mechanic: BUY_GET, ...extra })
  const coded = (await create('/promotions', { ...createDraft(), mechanic: BUY_GET, ...extra, code: { batch: true } }))
    .promotion.id
  const person = (await create('/people', { name: 'Mara', email: 'mara@desk.example', role: 'planner' })).id
  const key = (await create('/keys', { name: 'Till', scopes: ['quote'], channel: 'web', endsAt: null })).record.id
  leaving = await server.signIn('reader')
  visitor = (await visit(server)).cookie
  const file = await bringIn(server, 'prices', 'sku;regular_price\nPAD-1;9\n')
  ids = { promotion, coded, campaign, set, occasion, testCart, import: file.id, person, key, feed }
})
afterAll(() => server.close())

const at = '2027-03-12T00:00:00Z'
const cart = {
  lines: [
    { sku: 'PAD-1', quantity: 3 },
    { sku: 'INK-1', quantity: 1 },
  ],
  codes: ['ONE'],
  channel: 'web',
  delivery: { option: 'parcel', price: 490, country: 'AT' },
  shopper: { id: 's', groups: ['club'], tags: [], orders: 1, spent: 100, bought: ['INK-1'] },
}
const { sku: _sku, ...CHANGED } = PRODUCTS[1]!
const MARA = { name: 'Mara', email: 'mara@desk.example' }
const NEW_STORE = { name: 'Paper', currency: 'EUR', timeZone: 'Europe/Vienna', pricesIncludeTax: true }
const SHOP_CART = { lines: cart.lines, codes: cart.codes, delivery: { option: 'parcel', country: 'AT' }, shopper: null }
const PARCEL = { id: 'parcel', name: 'Parcel', prices: [{ country: 'AT', price: 490 }] }
const WEB = { id: 'web', name: 'Online store', kind: 'own' }
const HAND_OUT = {
  slug: 'page',
  title: 'A code',
  text: '',
  wording: 'Yes',
  from: null,
  until: '2028-01-01T00:00',
  most: 3,
  showsAtOnce: true,
}
const TEST_CART = { name: 'One', at, cart, expected: 3000 }
const BUY_GET = {
  kind: 'buy-get' as const,
  buy: { reach: {}, quantity: 2 },
  get: { sameSku: true as const, quantity: 1, value: { percent: 10_000 } },
  repeat: 'every' as const,
}
const RULES = { floor: { enforce: true, minMargin: 0 }, priorDays: 30, longestSaleDays: 90, version: 1 }
const repricing = {
  bands: [{ from: 0, operation: { kind: 'percent', direction: 'down', percent: 1000 } }],
  basis: 'regular',
  rounding: { to: 'nearest', step: 10, ending: 9 },
  target: 'sale',
}
const pick = { filters: [{ column: 'name', text: 'pad' }] }

/** More of them with NOVALEX_FUZZ_RUNS. */
const RUNS = Number(process.env.NOVALEX_FUZZ_RUNS ?? 3000)

/** Every address, with a body that could be right. */
type Ids = typeof ids
const ROUTES: readonly (readonly [method: string, path: (ids: Ids) => string, body?: (ids: Ids) => unknown])[] = [
  ['GET', () => '/healthz'],
  ['GET', () => '/readyz'],
  ['GET', () => '/metrics'],
  ['GET', () => '/api/session'],
  ['POST', () => '/api/session', () => ({ email: 'mara@desk.example', password: 'not the password' })],
  ['POST', () => '/api/session/demo', () => ({ email: 'mara@desk.example' })],
  ['DELETE', () => '/api/session'],
  ['POST', () => '/api/set-up', () => ({ store: NEW_STORE, person: { ...MARA, password: 'long enough a word' } })],
  ['POST', () => '/api/links/look', () => ({ token: 'x'.repeat(43) })],
  ['POST', () => '/api/links/use', () => ({ token: 'x'.repeat(43), password: 'long enough a word' })],
  ['POST', () => '/api/password-resets', () => ({ email: 'mara@desk.example' })],
  ['PUT', () => '/api/session/password', () => ({ present: 'not the password', password: 'long enough a word' })],
  ['GET', () => '/api/sessions'],
  ['DELETE', () => '/api/sessions/none'],
  ['GET', () => '/api/people'],
  ['POST', () => '/api/people', () => ({ ...MARA, role: 'planner' })],
  ['POST', ({ person }) => `/api/people/${person}/invitation`],
  ['PUT', ({ person }) => `/api/people/${person}`, () => ({ role: 'reader' })],
  ['DELETE', ({ person }) => `/api/people/${person}`],
  ['DELETE', ({ person }) => `/api/people/${person}/sessions`],
  ['GET', () => '/api/keys'],
  ['POST', () => '/api/keys', () => ({ name: 'Till', scopes: ['quote', 'orders'], channel: 'web', endsAt: at })],
  ['DELETE', ({ key }) => `/api/keys/${key}`],
  ['GET', () => '/api/mailbox'],
  ['GET', () => '/api/mailbox/none'],
  ['GET', () => '/api/mailbox/none/file.eml'],
  ['GET', () => '/api/store'],
  ['PUT', () => '/api/store/price-rules', () => RULES],
  [
    'PUT',
    () => '/api/store/finding-thresholds',
    () => ({ alarm: { margin: 0, reduction: 5000, smallest: 500, noEndDays: 30, openDays: 14 }, version: 1 }),
  ],
  ['GET', () => '/api/labels?of=tags&search=a'],
  ['GET', () => '/api/categories'],
  ['DELETE', () => '/api/categories/ink?revision=3'],
  ['GET', () => `/api/products?plan=working&at=${at}&search=pad&category=paper&page=1&size=5`],
  ['POST', () => '/api/products', () => ({ product: { ...PRODUCTS[0], sku: 'NEW' }, sold: 4 })],
  [
    'POST',
    () => '/api/products/table',
    () => ({ at, filters: pick.filters, order: { column: 'struck', descending: true }, from: 0, count: 9 }),
  ],
  ['POST', () => '/api/products/found', () => ({ at, filters: [{ column: 'stock', from: 1, to: 20 }] })],
  ['POST', () => '/api/products/lookup', () => ({ skus: ['PAD-1', 'x'] })],
  ['GET', () => `/api/products/PAD-1?at=${at}`],
  ['PUT', () => '/api/products/PAD-2', () => ({ product: CHANGED, revision: 3 })],
  ['DELETE', () => '/api/products/NEW?revision=3'],
  ['GET', () => `/api/products/PAD-1/history?plan=live&at=${at}`],
  [
    'POST',
    () => '/api/reprice/preview',
    () => ({ pick, at, repricing, start: '2027-03-10T00:00', end: '2027-03-20T00:00' }),
  ],
  ['POST', () => '/api/reprice/remove-sale-prices/preview', () => ({ pick: { skus: ['PAD-1'] }, at })],
  [
    'POST',
    () => '/api/reprice/remove-sale-prices',
    () => ({ pick: { skus: ['PAD-1'] }, at, planRevision: 9, catalogueRevision: 2 }),
  ],
  [
    'POST',
    () => '/api/reach',
    () => ({ mechanic: createDraft().mechanic, when: { test: 'orders', op: '>=', count: 2 }, days: 9 }),
  ],
  ['GET', () => '/api/plan?plan=working'],
  ['GET', () => '/api/moments?plan=live'],
  ['GET', () => `/api/deepest?plan=working&from=2027-03-01T00:00:00Z&to=2027-04-01T00:00:00Z`],
  ['POST', () => '/api/quote', () => ({ plan: 'working', at, cart })],
  ['GET', () => '/api/promotions'],
  [
    'POST',
    () => '/api/promotions',
    () => ({
      ...createDraft(),
      code: null,
      when: { all: [{ test: 'signedIn', is: true }] },
      display: { title: 'A', places: ['cart'] },
    }),
  ],
  ['GET', ({ promotion }) => `/api/promotions/${promotion}`],
  [
    'PUT',
    ({ promotion }) => `/api/promotions/${promotion}`,
    () => ({
      ...createDraft({ partners: [{ channel: 'market', leftOut: ['PAD-1'] }] }),
      limits: { units: 5, uses: 3 },
      version: 1,
    }),
  ],
  ['GET', ({ promotion }) => `/api/promotions/${promotion}/channels`],
  ['GET', ({ promotion }) => `/api/promotions/${promotion}/channels/market/refused`],
  ['GET', ({ promotion }) => `/api/promotions/${promotion}/submissions`],
  ['POST', ({ promotion }) => `/api/promotions/${promotion}/submissions/market`, () => ({ release: 1 })],
  ['DELETE', ({ promotion }) => `/api/promotions/${promotion}/submissions/market`],
  ['GET', () => '/api/submissions'],
  ['PUT', () => '/api/submissions/none/decision', () => ({ decision: 'refused', cause: 'Wrong picture' })],
  ['DELETE', () => '/api/submissions/none/reminder'],
  ['GET', () => '/api/submissions/none/file'],
  ['POST', () => '/api/partner-answers/market', () => [PARTNER_ANSWER]],
  ['GET', () => '/api/simulated-partners'],
  ['POST', () => '/api/calendar/addresses'],
  ['GET', () => '/api/calendar/file?token=guessed'],
  ['PUT', () => '/api/simulated-partners/market', () => DESK],
  ['PUT', ({ promotion }) => `/api/promotions/${promotion}/rank`, () => ({ before: null, version: 1 })],
  ['DELETE', ({ promotion }) => `/api/promotions/${promotion}?version=1`],
  ['POST', ({ promotion }) => `/api/promotions/${promotion}/restore?version=1`],
  ['PUT', () => '/api/stacking', () => ({ conflicts: 'best', apart: [['sale', 'extra']], version: 1 })],
  ['GET', ({ promotion }) => `/api/stacking/pair?first=${promotion}&second=${promotion}`],
  ['GET', () => '/api/stacking/meetings?sku=PAD-1'],
  ['GET', () => '/api/test-carts'],
  ['POST', () => '/api/test-carts', () => TEST_CART],
  ['GET', () => '/api/webhooks'],
  ['POST', () => '/api/webhooks', () => ({ url: 'https://shop.example/hook', events: ['release.published'] })],
  ['DELETE', () => '/api/webhooks/none'],
  ['GET', () => '/api/feeds'],
  ['POST', () => '/api/feeds', () => FEED],
  ['POST', () => '/api/feeds/preview', () => ({ feed: FEED, search: 'pad', onlySale: false, page: 1 })],
  ['PUT', ({ feed }) => `/api/feeds/${feed}`, () => ({ ...FEED, version: 1 })],
  ['POST', ({ feed }) => `/api/feeds/${feed}/addresses`],
  ['GET', ({ feed }) => `/api/feeds/${feed}/file?token=guessed`],
  ['DELETE', ({ feed }) => `/api/feeds/${feed}?version=1`],
  ['PUT', ({ testCart }) => `/api/test-carts/${testCart}`, () => ({ ...TEST_CART, version: 1 })],
  ['DELETE', ({ testCart }) => `/api/test-carts/${testCart}?version=1`],
  ['GET', () => '/api/campaigns'],
  ['POST', () => '/api/campaigns', () => ({ name: 'Summer', goal: 'More' })],
  ['PUT', ({ campaign }) => `/api/campaigns/${campaign}`, () => ({ name: 'Summer', goal: '', version: 1 })],
  ['DELETE', ({ campaign }) => `/api/campaigns/${campaign}?version=1`],
  ['GET', () => '/api/sets'],
  [
    'POST',
    () => '/api/sets',
    () => ({ name: 'Pads', content: { filter: { categories: ['pads'], regularPrice: { from: 100 } } } }),
  ],
  ['PUT', ({ set }) => `/api/sets/${set}`, () => ({ name: 'Pads', content: { skus: ['PAD-2'] }, version: 1 })],
  ['DELETE', ({ set }) => `/api/sets/${set}?version=1`],
  ['GET', () => '/api/occasions'],
  [
    'POST',
    () => '/api/occasions',
    () => ({ name: 'Fair', dates: { start: '2027-05-01T00:00', end: '2027-05-03T00:00' } }),
  ],
  ['PUT', ({ occasion }) => `/api/occasions/${occasion}`, () => ({ name: 'Fair', dates: null, version: 1 })],
  ['DELETE', ({ occasion }) => `/api/occasions/${occasion}?version=1`],
  ['GET', () => '/api/releases'],
  ['GET', () => '/api/findings?release=next'],
  ['POST', () => '/api/findings/none/set-aside', () => ({ why: 'Meant' })],
  ['DELETE', () => '/api/findings/none/set-aside'],
  ['GET', () => '/api/releases/differences'],
  ['GET', () => '/api/releases/review?release=1'],
  ['GET', () => '/api/releases/changes?release=1'],
  ['GET', (all) => `/api/promotions/${all.promotion}/live-since`],
  ['POST', () => '/api/releases/choices', () => ({ changes: ['stacking', 'store'] })],
  ['POST', () => '/api/releases/discards', () => ({ change: 'stacking' })],
  ['POST', () => '/api/releases/discards/1/undo'],
  [
    'POST',
    () => '/api/releases',
    () => ({ note: 'Some', planRevision: 8, changes: ['store'], stamp: '0123456789abcdef' }),
  ],
  ['POST', () => '/api/releases', () => ({ note: 'Now', planRevision: 8 })],
  ['GET', () => '/api/shoppers?search=a&order=-spent&page=1&size=5'],
  ['GET', () => '/api/shoppers/labels'],
  ['GET', () => '/api/files/products.csv'],
  ['GET', () => '/api/files/plan.json'],
  ['GET', () => '/api/files/templates/prices.csv'],
  ['POST', () => '/api/imports?kind=prices', () => ({ plan: { promotions: [] } })],
  ['GET', () => '/api/imports'],
  ['GET', (all) => `/api/imports/${all.import}`],
  ['GET', (all) => `/api/imports/${all.import}/rejected.csv`],
  ['POST', (all) => `/api/imports/${all.import}/read`, () => ({ heads: [{ head: 'price', column: 'regular_price' }] })],
  ['POST', (all) => `/api/imports/${all.import}/accept`, () => ({ rows: 'good' })],
  ['POST', (all) => `/api/imports/${all.import}/undo`],
  ['DELETE', (all) => `/api/imports/${all.import}`],
  ['GET', () => `/api/shop/products?at=${at}&search=pad&page=1`],
  ['GET', () => `/api/shop/products/PAD-1?at=${at}`],
  ['GET', () => `/api/shop/products/PAD-1/offers?at=${at}`],
  ['POST', () => '/api/shop/cart', () => ({ at, plan: 'working', cart: SHOP_CART })],
  [
    'POST',
    () => '/api/shop/orders',
    () => ({ cart: SHOP_CART, expected: { grand: 99_999, gifts: {} }, buyer: { ...MARA, consent: true } }),
  ],
  ['GET', ({ promotion }) => `/api/orders?search=INK-1&promotion=${promotion}&before=9`],
  ['GET', () => '/api/orders/1'],
  ['POST', () => '/api/orders/1/cancel'],
  ['GET', () => '/api/counts'],
  ['GET', ({ promotion }) => `/api/promotions/${promotion}/sales`],
  ['POST', ({ promotion }) => `/api/promotions/${promotion}/corrections`, () => ({ units: -2, reason: 'fair' })],
  ['GET', ({ promotion }) => `/api/redemptions.csv?promotion=${promotion}`],
  ['GET', () => '/api/code-batches'],
  [
    'POST',
    () => '/api/code-batches',
    ({ coded: promotion }) => ({ promotion, name: 'Some', count: 3, pattern: { prefix: 'A', length: 8 } }),
  ],
  ['GET', () => '/api/code-batches/1'],
  ['GET', () => '/api/code-batches/1/codes.zip'],
  ['POST', () => '/api/code-batches/1/void'],
  ['GET', () => '/api/codes/A2345678'],
  ['POST', () => '/api/codes/A2345678/void'],
  ['POST', () => '/api/codes/A2345678/issued', () => ({ recipient: 'Mara' })],
  ['GET', () => '/api/code-pages'],
  ['POST', () => '/api/code-pages', ({ coded: promotion }) => ({ ...HAND_OUT, promotion })],
  ['PUT', () => '/api/code-pages/none', ({ coded: promotion }) => ({ ...HAND_OUT, promotion, version: 1 })],
  ['DELETE', () => '/api/code-pages/none?version=1'],
  ['GET', () => '/api/contacts.csv'],
  ['POST', () => '/api/contacts/forget', () => ({ email: MARA.email })],
  ['GET', () => '/api/shop/code-pages/page'],
  ['POST', () => '/api/shop/code-pages/page', () => ({ ...MARA, consent: true })],
  ['POST', () => '/api/shop/consents', () => ({ token: 'none' })],
  ['GET', () => '/api/shop/discount-codes'],
  ['GET', () => `/api/shop?plan=working&at=${at}`],
  ['GET', () => '/api/shop/shoppers?search=a'],
  ['POST', () => '/api/shop/session', () => ({ shopper: 's' })],
  ['DELETE', () => '/api/shop/session'],
  ['PUT', () => '/api/store/delivery', () => ({ options: [PARCEL], version: 1 })],
  ['PUT', () => '/api/store/channels', () => ({ channels: [WEB], version: 1 })],
  ['PUT', () => '/api/store/partners', () => ({ partners: [MARKET], version: 1 })],
  ['PUT', () => '/api/store/locale', () => ({ locale: 'de-DE', version: 1 })],
  ['PUT', () => '/api/store/approval', () => ({ requiresApproval: true, version: 1 })],
  ['GET', () => '/api/releases/requests'],
  ['POST', () => '/api/releases/requests', () => ({ note: 'Now', planRevision: 8 })],
  ['POST', () => '/api/releases/requests/none/approve'],
  ['POST', () => '/api/releases/requests/none/return', () => ({ word: 'Not yet' })],
  ['DELETE', () => '/api/releases/requests/none'],
  ['GET', () => '/api/activity?by=Tester&thing=promotion&before=9'],
  ['GET', () => '/api/activity.csv?thing=person'],
  ['GET', () => '/api/openapi.json'],
]

test('every endpoint is among them', () => {
  const asked = ROUTES.map(([method, path]) => `${method} ${path(ids).split('?')[0]!.replace('/api', '')}`)
  // Whoever follows changes is answered as long as they stay.
  const { followChanges: _endless, ...others } = ADDRESSES
  const missing = Object.values(others).filter((address) => {
    const pattern = new RegExp(`^${address.replaceAll('.', '\\.').replaceAll(/:\w+/g, '[^/]+')}$`)
    return !asked.some((one) => pattern.test(one))
  })
  expect(missing).toEqual([])
})

const JUNK: readonly unknown[] = [
  null, 0, -1, 1, 1.5, 1e308, Number.MAX_SAFE_INTEGER, 4_294_967_296, true, '', ' ', 'x', '\u0000', 'PAD-1 ', '😀'.repeat(40), 'a'.repeat(300),
  '2027-03-01T00:00', '0000-01-01T00:00', '9999-12-31T24:00', '2027-13-01T00:00:00Z', '1900-01-01T00:00:00Z', '2999-12-31T23:59:59Z', [], [[]], [null], {}, { a: {} }, ['sale', 'sale'], { percent: 10_000 }, { price: 0 }, { amount: 1, per: 'once' }, { all: [] }, { not: { any: [] } }, { __proto__: null, constructor: 1 },
] // oxfmt-ignore
const junk = fc.constantFrom(...JUNK)

/** One place of a body changed, taken out, put in a second time or filled with something else. */
function spoil(value: unknown, path: readonly number[], put: unknown): unknown {
  if (typeof value !== 'object' || value === null || path.length === 0) return put
  const entries = Object.entries(value)
  if (entries.length === 0) return put
  const [at, ...rest] = path as [number, ...number[]]
  const [key, inner] = entries[at % entries.length]!
  if (put === undefined && rest.length === 0)
    return Array.isArray(value)
      ? value.filter((_one, index) => String(index) !== key)
      : Object.fromEntries(entries.filter(([one]) => one !== key))
  const spoilt = spoil(inner, rest, put)
  if (Array.isArray(value)) return value.map((one: unknown, index) => (String(index) === key ? spoilt : one))
  return { ...value, [key]: spoilt }
}

/** One piece of an address replaced. */
function spoilPath(path: string, place: number, put: string): string {
  const pieces = path.split(/(?<=[/?&=])/)
  const at = 1 + (place % Math.max(pieces.length - 1, 1))
  return pieces.map((piece, index) => (index === at ? `${put}${/[/?&=]$/.exec(piece)?.[0] ?? ''}` : piece)).join('')
}

const request = fc.record({
  route: fc.nat(ROUTES.length - 1),
  changes: fc.array(fc.tuple(fc.array(fc.nat(30), { maxLength: 6 }), fc.option(junk, { nil: undefined })), {
    maxLength: 2,
  }),
  path: fc.option(fc.tuple(fc.nat(12), fc.oneof(fc.constantFrom('', '%00', '%20', '-1', '0', '99999999999', 'x'.repeat(90), '..', 'working'), fc.string({ maxLength: 6 }).map((text) => encodeURIComponent(text))))), // oxfmt-ignore
  headers: fc.constantFrom<Record<string, string>>({}, {}, {}, { authorization: 'Bearer none' }, { 'x-file-name': '%zz' }, { 'content-encoding': 'gzip' }, { 'content-type': 'text/csv' }), // oxfmt-ignore
})

test('no request breaks the server', { timeout: RUNS * 100 }, async () => {
  let asked = 0
  await fc.assert(
    fc.asyncProperty(request, async ({ route, changes, path, headers }) => {
      const [method, toPath, toBody] = ROUTES[route]!
      let body = toBody?.(ids)
      if (toBody) for (const [places, put] of changes) body = spoil(body, places, put)
      const address = path ? spoilPath(toPath(ids), ...path) : toPath(ids)
      const cookie = address.startsWith('/api/session') ? leaving : `${server.cookie}; ${visitor}`
      const { status, body: answer } = await server.request(method, address, body, {
        cookie,
        'idempotency-key': `key-${asked}`,
        ...headers,
      })
      const told = `${method} ${address} ${JSON.stringify(body)?.slice(0, 600)} ${JSON.stringify(answer)?.slice(0, 200)}`
      expect(status, told).toBeLessThan(500)
      // An answer that comes line by line may still say that something broke.
      expect(told).not.toContain('"internal"')
      if (asked++ % 50 === 0) expect((await server.request('GET', '/readyz')).status).toBe(200)
    }),
    { numRuns: RUNS, endOnFailure: true },
  )
  expect(asked).toBeGreaterThan(100)
})
