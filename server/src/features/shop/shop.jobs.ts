import type { NumberLocale, ShopCartAnswer } from '@novalex/contract'
import type { Order } from '@novalex/core'
import { computeShopCart } from '../../sources/cart/shopCart.ts'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'

interface CartQuestion {
  readonly plan: string
  readonly order: Order
  readonly locale: NumberLocale
}

export const shopCartJob: RunnableJob<Sources, CartQuestion, ShopCartAnswer> = {
  name: 'shopCart',
  pool: 'shop',
  run: async ({ plans }, { plan: name, order, locale }) => {
    const { plan, release } = await plans.get(name)
    return computeShopCart(plan, order, { release, locale })
  },
}
