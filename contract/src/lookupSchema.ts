import { Type, type Static } from '@sinclair/typebox'
import { Id, Money, strict } from './basicSchema.ts'

/** The SKUs that exist. */
export const LookupRequest = Type.Object(
  { skus: Type.Array(Type.String({ maxLength: 200 }), { maxItems: 10_000 }) },
  strict,
)
export type LookupRequest = Static<typeof LookupRequest>

/** The products of a list of SKUs that exist, in the order asked for, each once; unknown SKUs are left out. */
export const LookupAnswer = Type.Array(Type.Object({ sku: Id, name: Type.String(), regularPrice: Money }, strict))
export type LookupAnswer = Static<typeof LookupAnswer>
