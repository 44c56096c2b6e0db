import type { Finding, Proof } from '@novalex/core'
import type { Database } from '../../platform/db/openDatabase.ts'

/** What people call the promotions, products, occasions and test carts that findings name, by kind and id. */
export async function nameSubjects(database: Database, findings: readonly Finding[]): Promise<Record<string, string>> {
  const ids = {
    promotion: new Set<string>(),
    product: new Set<string>(),
    occasion: new Set<string>(),
    testCart: new Set<string>(),
  }
  for (const { subjects, facts, proof } of findings) {
    for (const { kind, id } of subjects) ids[kind].add(id)
    if ('sku' in facts) ids.product.add(facts.sku)
    if ('sku' in proof) ids.product.add(proof.sku)
    for (const sku of skusIn(proof)) ids.product.add(sku)
    if ('by' in facts && facts.by !== null) ids.promotion.add(facts.by)
  }
  const tables = {
    promotion: 'promotions',
    product: 'products',
    occasion: 'occasions',
    testCart: 'test_carts',
  } as const
  const names: Record<string, string> = {}
  for (const [kind, table] of Object.entries(tables)) {
    const asked = [...ids[kind as keyof typeof ids]]
    if (asked.length === 0) continue
    const column = kind === 'product' ? 'sku' : 'id'
    const rows = (await database(table).select({ id: column, name: 'name' }).whereIn(column, asked)) as {
      id: string
      name: string
    }[]
    for (const { id, name } of rows) names[`${kind}:${id}`] = name
  }
  return names
}

function skusIn(proof: Proof): string[] {
  return 'carts' in proof ? proof.carts.flatMap(({ order }) => order.cart.lines.map(({ sku }) => sku)) : []
}
