import { getStore, updateStore } from '../data/store/index.ts'
import { createDraft, type Answer, type TestServer } from './createTestServer.ts'

/** Cookie of a shop visitor, with the shopper's session if signed in. */
export interface Visitor {
  readonly cookie: string
}

export async function visit(server: TestServer, shopper?: string): Promise<Visitor> {
  const { headers } = await server.request('GET', '/api/shop', undefined, { cookie: '' })
  const cookies = [cookieOf(headers)]
  if (shopper !== undefined) {
    const signedIn = await server.request('POST', '/api/shop/session', { shopper }, { cookie: cookies[0]! })
    cookies.push(cookieOf(signedIn.headers))
  }
  return { cookie: cookies.join('; ') }
}

const cookieOf = (headers: Headers) =>
  headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ')

/** Parcels to Austria for 4.90. */
export async function offerParcels(server: TestServer): Promise<void> {
  const options = [{ id: 'parcel', name: 'parcel', prices: [{ country: 'AT', price: 490 }] }]
  const { version } = await getStore(server.database)
  await updateStore(server.database, version, { delivery: options })
}

export const PARCEL = { option: 'parcel', country: 'AT' }
export const BUYER = { email: 'mara@example.test', name: 'Mara' }

export interface OrderBody {
  readonly cart: object
  readonly expected: { readonly grand: number; readonly gifts: Readonly<Record<string, number>> }
  readonly buyer?: object
}

/** An order of some units, which its shopper expects to cost so much with delivery. */
export function createOrderBody(
  lines: Readonly<Record<string, number>>,
  grand: number,
  changes: object = {},
): OrderBody {
  const { codes = [], gifts = {}, ...others } = changes as { codes?: string[]; gifts?: Record<string, number> }
  return {
    cart: {
      lines: Object.entries(lines).map(([sku, quantity]) => ({ sku, quantity })),
      codes,
      delivery: PARCEL,
    },
    expected: { grand, gifts },
    buyer: BUYER,
    ...others,
  }
}

let keys = 0

export function place(server: TestServer, visitor: Visitor, body: OrderBody, key = `key-${++keys}`): Promise<Answer> {
  return server.request('POST', '/api/shop/orders', body, { cookie: visitor.cookie, 'idempotency-key': key })
}

/** Plans promotions and releases them; answers their ids. */
export async function releaseAll(
  server: TestServer,
  ...drafts: Parameters<typeof createDraft>[0][]
): Promise<string[]> {
  const ids: string[] = []
  for (const draft of drafts) {
    const { body, status } = await server.request('POST', '/api/promotions', createDraft(draft))
    if (status !== 201) throw new Error(JSON.stringify(body))
    ids.push((body as { promotion: { id: string } }).promotion.id)
  }
  const { planRevision } = (await server.request('GET', '/api/store')).body as { planRevision: number }
  const released = await server.request('POST', '/api/releases', { note: '', planRevision })
  if (released.status !== 201) throw new Error(JSON.stringify(released.body))
  return ids
}
