import { reachesOf, type Condition, type Promotion, type Reach } from '@novalex/core'
import { recordActivity } from '../activity/activity.repository.ts'
import type { Clock } from '../clock.ts'
import type { Database } from '../db/openDatabase.ts'
import { AppError } from '../http/AppError.ts'
import { listPromotions } from '../promotions/promotions.repository.ts'
import { countCatalogueRevision, lockStore } from '../store/store.repository.ts'
import { deleteCategory, listCategories, listProducts } from './catalogue.repository.ts'

export interface CategoriesService {
  /** Refused as `category-in-use`, saying by what, unless nothing needs the category. */
  remove(id: string, by: string): Promise<void>
}

export function createCategoriesService({ database, clock }: { database: Database; clock: Clock }): CategoriesService {
  return {
    async remove(id, by) {
      await database.transaction(async (transaction) => {
        await lockStore(transaction)
        const categories = await listCategories(transaction)
        const category = categories.find((one) => one.id === id)
        if (!category) throw new AppError('not-found', { facts: { kind: 'category', id } })
        const below = categories.filter(({ parent }) => parent === id)
        const products = (await listProducts(transaction)).filter((product) => product.categories.includes(id))
        const promotions = (await listPromotions(transaction)).filter(({ promotion }) => usesCategory(promotion, id))
        if (below.length + products.length + promotions.length > 0) {
          const facts = {
            name: category.name,
            categories: below.map(({ name }) => name),
            products: products.length,
            promotions: promotions.map(({ promotion }) => promotion.name),
          }
          throw new AppError('category-in-use', { facts })
        }
        await deleteCategory(transaction, id)
        await countCatalogueRevision(transaction)
        const detail = { name: category.name }
        await recordActivity(transaction, { at: clock.now(), by, action: 'delete-category', subject: id, detail })
      })
    },
  }
}

function usesCategory({ mechanic, when }: Promotion, id: string): boolean {
  const holds = ({ except, categories }: Reach) => [...(categories ?? []), ...(except?.categories ?? [])].includes(id)
  return reachesOf(mechanic).some(holds) || (when !== null && collectReaches(when).some(holds))
}

function collectReaches(condition: Condition): Reach[] {
  if ('not' in condition) return collectReaches(condition.not)
  if ('all' in condition) return condition.all.flatMap(collectReaches)
  if ('any' in condition) return condition.any.flatMap(collectReaches)
  return 'reach' in condition ? [condition.reach] : []
}
