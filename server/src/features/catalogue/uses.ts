import type { Promotion } from '@novalex/core'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { listPromotions, usesReach } from '../../data/promotions/index.ts'
import { type SetContent, SETS } from '../../data/sets/index.ts'
import { listTestCarts } from '../../data/testCarts/index.ts'

/** Refuses as `in-use`, saying by what, while a promotion, a set or a test cart names one of the products. */
export async function refuseUsedProducts(
  connection: Connection,
  skus: ReadonlySet<string>,
  name: string,
): Promise<void> {
  const isOne = (sku: string) => skus.has(sku)
  const [promotions, sets, testCarts] = await Promise.all([
    listPromotions(connection, { archived: true }),
    SETS.list(connection),
    listTestCarts(connection),
  ])
  const facts = {
    name,
    promotions: promotions
      .filter(({ promotion }) => usesReach(promotion, (reach) => reach.skus?.some(isOne) ?? false))
      .map(({ promotion }) => promotion.name),
    sets: sets.filter(({ content }) => 'skus' in content && content.skus.some(isOne)).map((set) => set.name),
    testCarts: testCarts.filter(({ cart }) => cart.lines.some(({ sku }) => isOne(sku))).map((cart) => cart.name),
  }
  if (facts.promotions.length + facts.sets.length + facts.testCarts.length > 0) throw new AppError('in-use', { facts })
}

/** The names of the promotions and sets that a category stands in. */
export async function findCategoryUses(
  connection: Connection,
  id: string,
): Promise<{ promotions: string[]; sets: string[] }> {
  const [promotions, sets] = await Promise.all([listPromotions(connection), SETS.list(connection)])
  return {
    promotions: promotions
      .filter(({ promotion }) => usesCategory(promotion, id))
      .map(({ promotion }) => promotion.name),
    sets: sets.filter(({ content }) => holdsCategory(content, id)).map(({ name }) => name),
  }
}

function usesCategory(promotion: Promotion, id: string): boolean {
  return usesReach(promotion, ({ categories }) => categories?.includes(id) ?? false)
}

function holdsCategory(content: SetContent, id: string): boolean {
  if (!('filter' in content)) return false
  const { categories = [], except } = content.filter
  return [...categories, ...(except?.categories ?? [])].includes(id)
}
