import type { Promotion } from '@novalex/core'
import { recordActivity } from '../activity/activity.repository.ts'
import type { Clock } from '../clock.ts'
import type { Database } from '../db/openDatabase.ts'
import { AppError } from '../http/AppError.ts'
import { usesReach } from '../promotions/findUses.ts'
import { listPromotions } from '../promotions/promotions.repository.ts'
import { SETS, type SetContent } from '../sets/sets.repository.ts'
import { countCatalogueRevision, lockStore } from '../store/store.repository.ts'
import { deleteCategory, listCategories, listProducts } from './catalogue.repository.ts'

export interface CategoriesService {
  /** Refused as `in-use`, saying by what, unless nothing needs the category. */
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
        const sets = (await SETS.list(transaction)).filter(({ content }) => holdsCategory(content, id))
        if (below.length + products.length + promotions.length + sets.length > 0) {
          const facts = {
            name: category.name,
            categories: below.map(({ name }) => name),
            products: products.length,
            promotions: promotions.map(({ promotion }) => promotion.name),
            sets: sets.map(({ name }) => name),
          }
          throw new AppError('in-use', { facts })
        }
        await deleteCategory(transaction, id)
        await countCatalogueRevision(transaction)
        const detail = { name: category.name }
        await recordActivity(transaction, { at: clock.now(), by, action: 'delete-category', subject: id, detail })
      })
    },
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
