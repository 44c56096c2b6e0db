import { setTimeout as wait } from 'node:timers/promises'

/** Limits that many want at once: what each is about, how much there is, and how much one order takes of it. */
const LIMITS = [
  { name: 'uses', sku: 'EST-CRANK', limits: { uses: 40 }, most: 40 },
  { name: 'budget', sku: 'EST-FIELD', limits: { budget: 4500, budgetStops: true }, most: 45 },
  { name: 'units', sku: 'PRI-RED', limits: { units: 33 }, most: 33 },
  { name: 'shopper', sku: 'ETB-LARGE', limits: { usesPerShopper: 1 }, most: 1, shopper: 's-0007' },
  { name: 'code', sku: 'PRI-BLUE', limits: {}, most: 1, isCoded: true },
]
const PATIENCE_MS = 120_000
/** Clients think before each order, so that there is something left to be killed in. */
const THINKING_MS = 4000

/** Plans and releases a promotion for each limit. */
export async function createPlan(url, session) {
  const ids = {}
  for (const { name, sku, limits, isCoded } of LIMITS) {
    const isUnits = name === 'units'
    const mechanic = isUnits
      ? { kind: 'item-discount', reach: { skus: [sku] }, value: { amount: 100, per: 'unit' } }
      : { kind: 'order-discount', reach: { skus: [sku] }, tiers: [{ from: 0, value: { amount: 100, per: 'once' } }] }
    const draft = {
      name: `Limit of ${name}`,
      state: 'ready',
      schedule: {},
      code: isCoded ? { batch: true } : null,
      when: null,
      mechanic,
      stacking: { group: 'club', mode: 'group' },
      limits,
      ladder: null,
      campaign: null,
      occasion: null,
      archived: false,
      note: '',
    }
    ids[name] = (await ask(url, session, 'POST', '/promotions', draft)).promotion.id
  }
  const pattern = { prefix: 'TRIAL', length: 8 }
  const batch = await ask(url, session, 'POST', '/code-batches', {
    promotion: ids.code,
    name: 'Trial',
    count: 1,
    pattern,
  })
  while ((await ask(url, session, 'GET', `/code-batches/${batch.id}`)).state === 'making') await wait(50)
  const file = await fetch(`${url}/api/code-batches/${batch.id}/codes.csv`, { headers: session })
  const code = (await file.text()).split('\r\n')[1].split(',')[0]
  const { planRevision } = await ask(url, session, 'GET', '/store')
  await ask(url, session, 'POST', '/releases', { note: '', planRevision })
  const { key } = await ask(url, session, 'POST', '/keys', {
    name: 'Trial',
    scopes: ['orders', 'quote'],
    channel: 'web',
    endsAt: null,
  })
  const goods = {}
  for (const { sku, name, isCoded, shopper } of LIMITS)
    goods[name] = await price(url, key, { sku, codes: isCoded ? [code] : [], shopper })
  return { ids, code, key, goods }
}

async function price(url, key, { sku, codes, shopper = null }) {
  const cart = { lines: [{ sku, quantity: 1 }], codes, delivery: { option: 'parcel', country: 'AT' }, shopper }
  const answer = await ask(url, { authorization: `Bearer ${key}` }, 'POST', '/shop/cart', { cart })
  return { cart, grand: answer.grand }
}

async function ask(url, headers, method, path, body) {
  const response = await fetch(`${url}/api${path}`, {
    method,
    headers: { ...headers, ...(body === undefined ? {} : { 'content-type': 'application/json' }) },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  })
  const text = await response.text()
  if (!response.ok) throw new Error(`${path} answered ${response.status}: ${text}`)
  return text === '' ? null : JSON.parse(text)
}

/**
 * Each client wants each limited offer once, at the price that it was shown, with a key for each; whoever gets no answer, or an answer that tells
 * nothing, asks again with the same key, at whichever server is there. Now and then someone asks again though it was placed.
 */
export async function placeAll({ urls, plan, clients, random }) {
  const outcome = { asked: 0, keys: 0, placed: 0, refused: 0, unknown: 0, faults: [], byLimit: {} }
  const order = async (client, { name, most }) => {
    const key = `trial-${name}-${client}`
    outcome.keys++
    const { cart, grand } = plan.goods[name]
    const body = JSON.stringify({
      cart,
      expected: { grand, gifts: {} },
      buyer: { email: `c${client}@example.test`, name: 'Client' },
    })
    const first = await insist({ urls, plan, key, body, outcome, random })
    const again = random() < 0.3 ? await insist({ urls, plan, key, body, outcome, random }) : first
    if (first.status === 201 && again.body?.order?.number !== first.body.order.number)
      outcome.faults.push(`${key} has two answers: ${first.body.order.number} and ${JSON.stringify(again.body)}`)
    if (first.status === 201) {
      outcome.placed++
      outcome.byLimit[name] = (outcome.byLimit[name] ?? new Set()).add(first.body.order.number)
    } else if (first.body?.error?.code === 'price-changed') outcome.refused++
    else outcome.faults.push(`${key}: ${first.status} ${JSON.stringify(first.body)} (of ${most})`)
  }
  await Promise.all(
    Array.from({ length: clients }, async (_none, client) => {
      for (const limit of LIMITS.toSorted(() => random() - 0.5)) {
        await wait(random() * THINKING_MS)
        await order(client, limit)
      }
    }),
  )
  for (const { name, most } of LIMITS) {
    const size = outcome.byLimit[name]?.size ?? 0
    if (size !== most) outcome.faults.push(`the limit of ${name}: ${size} orders had it, ${most} should`)
  }
  return outcome
}

const UNKNOWN = new Set(['outcome-unknown', 'database-unavailable', 'took-too-long', 'internal'])

async function insist({ urls, plan, key, body, outcome, random }) {
  const until = Date.now() + PATIENCE_MS
  for (;;) {
    const there = urls().filter((url) => url !== null)
    const url = there[Math.floor(random() * there.length)]
    outcome.asked++
    const headers = { 'content-type': 'application/json', authorization: `Bearer ${plan.key}`, 'idempotency-key': key }
    const answer = url
      ? await fetch(`${url}/api/shop/orders`, { method: 'POST', headers, body })
          .then(async (response) => ({ status: response.status, body: await response.json() }))
          .catch(() => null)
      : null
    if (answer?.status === 500) outcome.faults.push(`${key}: an inner fault`)
    if (answer && !UNKNOWN.has(answer.body?.error?.code)) return answer
    if (Date.now() > until) return { status: 0, body: null }
    outcome.unknown++
    await wait(50 + random() * 200)
  }
}

/** Counted usage that exceeds the limits. */
export async function readCounts(url, session, { ids }) {
  const counts = await ask(url, session, 'GET', '/counts')
  return LIMITS.flatMap(({ name, most }) => {
    const one = counts.find(({ promotion }) => promotion === ids[name])
    return one?.uses === most ? [] : [`the count of ${name} is ${one?.uses ?? 0}, not ${most}`]
  })
}
