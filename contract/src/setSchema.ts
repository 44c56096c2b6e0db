import type { Reach, ReachKeys, SetContent } from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import { Id, Name, reachKeys, strict, typed, Version } from './basicSchema.ts'
import { TEXT_LIMITS } from './limits.ts'
import { ProductSchema } from './planSchema.ts'

const { sets: _sets, ...keys } = reachKeys
const FilterSchema = typed<Reach>()(
  Type.Object(
    { ...keys, except: Type.Optional(typed<ReachKeys>()(Type.Object(keys, { ...strict, minProperties: 1 }))) },
    strict,
  ),
)

const fields = {
  name: Name,
  /** Hand-picked products, or a filter that new products join by themselves. A filter names no other set. */
  content: typed<SetContent>()(
    Type.Union([
      Type.Object({ skus: Type.Array(Id, { maxItems: TEXT_LIMITS.priced, uniqueItems: true }) }, strict),
      Type.Object({ filter: FilterSchema }, strict),
    ]),
  ),
}

/** A saved selection of products, used by promotions and never shown to shoppers. */
export const SetRecord = Type.Object({ id: Id, ...fields, version: Version }, strict)
export type SetRecord = Static<typeof SetRecord>

export const SetDraft = Type.Object(fields, strict)
export type SetDraft = Static<typeof SetDraft>
export const SetUpdate = Type.Object({ ...fields, version: Version }, strict)
export type SetUpdate = Static<typeof SetUpdate>

/** A set with what it holds now, and the promotions that use it. */
export const SetAnswer = Type.Object(
  { set: SetRecord, products: Type.Integer(), sample: Type.Array(ProductSchema), usedBy: Type.Array(Type.String()) },
  strict,
)
export type SetAnswer = Static<typeof SetAnswer>
export const SetsAnswer = Type.Array(SetAnswer)
