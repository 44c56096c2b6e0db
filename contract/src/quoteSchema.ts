import { Type } from '@sinclair/typebox'
import { Id, Nullable, strict, Version, Whole } from './basicSchema.ts'
import { NudgeSchema, OutcomeSchema, Sum } from './outcomeSchema.ts'

const Adjustment = Type.Object({ promotion: Id, phase: Whole, amount: Sum, units: Whole }, strict)

/** A cart priced: what each line comes to and why, what became of every promotion and code, and what a little more would bring. */
export const QuoteAnswer = Type.Object(
  {
    lines: Type.Array(
      Type.Object(
        {
          sku: Id,
          quantity: Version,
          gift: Type.Boolean(),
          regular: Sum,
          shelf: Sum,
          total: Sum,
          tax: Sum,
          adjustments: Type.Array(Adjustment),
        },
        strict,
      ),
    ),
    delivery: Type.Object({ regular: Sum, total: Sum, adjustments: Type.Array(Adjustment) }, strict),
    surcharges: Type.Array(Type.Object({ promotion: Id, amount: Sum }, strict)),
    totals: Type.Object(
      {
        regular: Sum,
        shelf: Sum,
        merchandise: Sum,
        delivery: Sum,
        surcharges: Sum,
        tax: Sum,
        grand: Sum,
        saved: Sum,
      },
      strict,
    ),
    promotions: Type.Array(OutcomeSchema),
    codes: Type.Array(
      Type.Object(
        {
          code: Type.String(),
          promotion: Nullable(Id),
          outcome: Type.Union([Type.Literal('applied'), Type.Literal('noEffect'), Type.Literal('refused')]),
          reason: Nullable(Type.String()),
        },
        strict,
      ),
    ),
    nudges: Type.Array(NudgeSchema),
    proven: Type.Boolean(),
  },
  strict,
)
