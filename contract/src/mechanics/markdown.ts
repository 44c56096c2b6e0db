import type { Markdown } from '@novalex/core'
import { Type } from '@sinclair/typebox'
import { Money, ReachSchema, strict, typed } from '../basicSchema.ts'
import { MarkdownValue, PriceList, RoundingSchema } from './shared.ts'

export const MarkdownSchema = typed<Markdown>()(
  Type.Object(
    {
      kind: Type.Literal('markdown'),
      reach: ReachSchema,
      value: Type.Optional(MarkdownValue),
      bands: Type.Optional(
        Type.Array(Type.Object({ from: Money, value: MarkdownValue }, strict), { minItems: 1, maxItems: 50 }),
      ),
      prices: Type.Optional(PriceList),
      rounding: Type.Optional(RoundingSchema),
    },
    strict,
  ),
)
