import { WHOLE } from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import { Id, InstantText, Nullable, PlanRef, strict } from './basicSchema.ts'

export const DeepestQuery = Type.Object(
  { plan: Type.Optional(PlanRef), channel: Type.Optional(Id), from: InstantText, to: InstantText },
  strict,
)

/** Each root category's deepest combined reduction through a window. */
export const DeepestAnswer = Type.Array(
  Type.Object(
    {
      category: Id,
      spans: Type.Array(
        Type.Object(
          {
            from: InstantText,
            until: InstantText,
            percent: Type.Integer({ minimum: 0, maximum: WHOLE }),
            sku: Nullable(Id),
            promotions: Type.Array(Id),
          },
          strict,
        ),
      ),
    },
    strict,
  ),
)
export type DeepestAnswer = Static<typeof DeepestAnswer>
