import { keysOf, type Finding, type Proof, type Subject } from '@novalex/core'
import { listProductNames } from '../../data/catalogue/index.ts'
import { OCCASIONS } from '../../data/occasions/index.ts'
import { listPromotionNames } from '../../data/promotions/index.ts'
import { getStore } from '../../data/store/index.ts'
import { listTestCartNames } from '../../data/testCarts/index.ts'
import type { Database } from '../../platform/db/openDatabase.ts'

/** Returns the names of the promotions, products, occasions, test carts and channels that findings mention, by `kind:id`. */
export async function nameSubjects(database: Database, findings: readonly Finding[]): Promise<Record<string, string>> {
  const ids = {
    promotion: new Set<string>(),
    product: new Set<string>(),
    occasion: new Set<string>(),
    testCart: new Set<string>(),
    channel: new Set<string>(),
  }
  for (const { subjects, facts, proof } of findings) {
    for (const { kind, id } of subjects) ids[kind].add(id)
    if ('sku' in facts) ids.product.add(facts.sku)
    if ('sku' in proof) ids.product.add(proof.sku)
    for (const sku of skusIn(proof)) ids.product.add(sku)
    if ('by' in facts && facts.by !== null) ids.promotion.add(facts.by)
  }
  const names: Record<string, string> = {}
  for (const kind of keysOf(LISTS)) {
    for (const [id, name] of await LISTS[kind](database, [...ids[kind]])) names[`${kind}:${id}`] = name
  }
  return names
}

const LISTS: Readonly<
  Record<Subject['kind'], (database: Database, ids: readonly string[]) => Promise<Map<string, string>>>
> = {
  promotion: listPromotionNames,
  product: listProductNames,
  occasion: OCCASIONS.listNames,
  testCart: listTestCartNames,
  channel: listChannelNames,
}

async function listChannelNames(database: Database): Promise<Map<string, string>> {
  return new Map((await getStore(database)).channels.map(({ id, name }) => [id, name]))
}

function skusIn(proof: Proof): string[] {
  return 'carts' in proof ? proof.carts.flatMap(({ order }) => order.cart.lines.map(({ sku }) => sku)) : []
}
