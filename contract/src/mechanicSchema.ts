import type { Mechanic, MechanicKind } from '@novalex/core'
import type { TObject } from '@sinclair/typebox'
import { tagged } from './basicSchema.ts'
import { Bundle } from './mechanics/bundle.ts'
import { BuyGet } from './mechanics/buyGet.ts'
import { Delivery } from './mechanics/delivery.ts'
import { ItemDiscount } from './mechanics/itemDiscount.ts'
import { Markdown } from './mechanics/markdown.ts'
import { OrderDiscount } from './mechanics/orderDiscount.ts'
import { PriceSteps } from './mechanics/priceSteps.ts'
import { QuantityBreak } from './mechanics/quantityBreak.ts'
import { SpendBreak } from './mechanics/spendBreak.ts'
import { Surcharge } from './mechanics/surcharge.ts'

const SCHEMAS: Readonly<Record<MechanicKind, TObject>> = {
  'price-steps': PriceSteps,
  markdown: Markdown,
  'item-discount': ItemDiscount,
  'quantity-break': QuantityBreak,
  'spend-break': SpendBreak,
  'buy-get': BuyGet,
  bundle: Bundle,
  'order-discount': OrderDiscount,
  delivery: Delivery,
  surcharge: Surcharge,
}

/** Every mechanic of a plan file. */
export const MechanicSchema = tagged<Mechanic>('kind', Object.values(SCHEMAS))
