import type { DeliveryOffer } from '@novalex/core'
import { Type } from '@sinclair/typebox'
import { choice, Ids, Money, strict, typed } from '../basicSchema.ts'
import { DeliveryValue, tiers } from './shared.ts'

export const DeliverySchema = typed<DeliveryOffer>()(
  Type.Object(
    {
      kind: Type.Literal('delivery'),
      options: Type.Optional(Ids),
      tiers: tiers(Money, DeliveryValue),
      basis: choice('shelf', 'current'),
    },
    strict,
  ),
)
