import { Type } from '@sinclair/typebox'
import { choice, Ids, Money, strict } from '../basicSchema.ts'
import { DeliveryValue, tiers } from './shared.ts'

export const Delivery = Type.Object(
  {
    kind: Type.Literal('delivery'),
    options: Type.Optional(Ids),
    tiers: tiers(Money, DeliveryValue),
    basis: choice('shelf', 'current'),
  },
  strict,
)
