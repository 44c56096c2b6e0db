import type { Mechanic, MechanicKind, Mechanics } from '@novalex/core'
import type { TUnsafe } from '@sinclair/typebox'
import { tagged } from './basicSchema.ts'
import { BundleSchema } from './mechanics/bundle.ts'
import { BuyGetSchema } from './mechanics/buyGet.ts'
import { DeliverySchema } from './mechanics/delivery.ts'
import { ItemDiscountSchema } from './mechanics/itemDiscount.ts'
import { MarkdownSchema } from './mechanics/markdown.ts'
import { OrderDiscountSchema } from './mechanics/orderDiscount.ts'
import { PriceStepsSchema } from './mechanics/priceSteps.ts'
import { QuantityBreakSchema } from './mechanics/quantityBreak.ts'
import { SpendBreakSchema } from './mechanics/spendBreak.ts'
import { SurchargeSchema } from './mechanics/surcharge.ts'

const SCHEMAS: { readonly [K in MechanicKind]: TUnsafe<Mechanics[K]> } = {
  'price-steps': PriceStepsSchema,
  markdown: MarkdownSchema,
  'item-discount': ItemDiscountSchema,
  'quantity-break': QuantityBreakSchema,
  'spend-break': SpendBreakSchema,
  'buy-get': BuyGetSchema,
  bundle: BundleSchema,
  'order-discount': OrderDiscountSchema,
  delivery: DeliverySchema,
  surcharge: SurchargeSchema,
}

/** Every mechanic of a plan file. */
export const MechanicSchema = tagged<Mechanic>('kind', Object.values(SCHEMAS))
