import { Type, type Static } from '@sinclair/typebox'
import { choice, Id, InstantText, Nullable, SEEN, strict } from './basicSchema.ts'
import { Sum } from './outcomeSchema.ts'

const figures = {
  /** Orders that it applied to. */
  uses: Sum,
  /** Units that count against its limit, with what was sold elsewhere. */
  units: Sum,
  discount: Sum,
  /** As surcharges. */
  added: Sum,
}

/** Usage of promotions by id, and when a limit was reached. */
export const CountsAnswer = Type.Array(
  Type.Object(
    {
      promotion: Id,
      ...figures,
      /** Under the live release: which limit is reached, and since when; null while none is. */
      reached: Nullable(
        Type.Object(
          {
            limit: choice('uses', 'units', 'budget'),
            since: Nullable(InstantText),
          },
          strict,
        ),
      ),
    },
    strict,
  ),
)
export type CountsAnswer = Static<typeof CountsAnswer>

/** A promotion’s sales: in all, by day of the store’s clock, and what was corrected by hand. */
export const SalesAnswer = Type.Object(
  {
    total: Type.Object(figures, strict),
    /** Days without an order are left out. */
    days: Type.Array(Type.Object({ day: Type.String(), ...figures }, strict)),
    corrections: Type.Array(
      Type.Object({ at: InstantText, by: Type.String(), units: Type.Integer(), reason: Type.String() }, strict),
    ),
  },
  strict,
)
export type SalesAnswer = Static<typeof SalesAnswer>

/** Units that were sold elsewhere, or (below 0) that were not sold after all. */
export const CorrectionRequest = Type.Object(
  {
    units: Type.Integer({ minimum: -1_000_000, maximum: 1_000_000 }),
    reason: Type.String({ minLength: 1, maxLength: 500, pattern: SEEN }),
  },
  strict,
)
export type CorrectionRequest = Static<typeof CorrectionRequest>

export const RedemptionsQuery = Type.Object({ promotion: Type.Optional(Id) }, strict)
