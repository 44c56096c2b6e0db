import { Type, type Static } from '@sinclair/typebox'
import { Id, Money, NumberLocaleSchema, SEEN, strict, Version } from './basicSchema.ts'

/** A way of delivery: where it goes, and what it costs there before any offer. */
const DeliveryOptionSchema = Type.Object(
  {
    id: Id,
    name: Type.String({ minLength: 1, maxLength: 60, pattern: SEEN }),
    /** By country, as two letters. Source: ISO 3166-1. */
    prices: Type.Array(Type.Object({ country: Type.String({ pattern: '^[A-Z]{2}$' }), price: Money }, strict), {
      minItems: 1,
      maxItems: 250,
    }),
  },
  strict,
)
export type DeliveryOption = Static<typeof DeliveryOptionSchema>
export const DeliveryOptionsSchema = Type.Array(DeliveryOptionSchema, { maxItems: 20 })

export const DeliveryRequest = Type.Object({ options: DeliveryOptionsSchema, version: Version }, strict)
export type DeliveryRequest = Static<typeof DeliveryRequest>

export const LocaleRequest = Type.Object({ locale: NumberLocaleSchema, version: Version }, strict)
export type LocaleRequest = Static<typeof LocaleRequest>
export const ApprovalRuleRequest = Type.Object({ requiresApproval: Type.Boolean(), version: Version }, strict)
export type ApprovalRuleRequest = Static<typeof ApprovalRuleRequest>
