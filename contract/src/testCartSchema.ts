import type { Receipt } from '@novalex/core'
import { Type, type Static } from '@sinclair/typebox'
import {
  choice,
  Id,
  InstantText,
  Money,
  Name,
  Nullable,
  ProblemSchema,
  strict,
  typed,
  Version,
  PlanRef,
} from './basicSchema.ts'
import { CartSchema } from './orderSchema.ts'

const fields = {
  name: Name,
  /** The instant it is priced at; null: now. */
  at: Nullable(InstantText),
  cart: CartSchema,
  /** Expected total; null: any. */
  expected: Nullable(Money),
}

export const TestCartDraft = Type.Object(fields, strict)
export type TestCartDraft = Static<typeof TestCartDraft>

export const TestCart = Type.Object({ id: Id, ...fields, version: Version }, strict)
export type TestCart = Static<typeof TestCart>

export const TestCartUpdate = Type.Object({ ...fields, version: Version }, strict)
export type TestCartUpdate = Static<typeof TestCartUpdate>

const ReceiptSchema = typed<Receipt>()(
  Type.Object(
    {
      lines: Type.Array(
        Type.Object(
          {
            sku: Id,
            name: Type.String(),
            quantity: Type.Integer(),
            gift: Type.Boolean(),
            regular: Money,
            total: Money,
          },
          strict,
        ),
      ),
      reductions: Type.Array(Type.Object({ promotion: Type.String(), amount: Money }, strict)),
      delivery: Money,
      surcharges: Money,
      grand: Money,
    },
    strict,
  ),
)

export const TestCartRun = Type.Object(
  {
    testCart: TestCart,
    /** Null where the cart can't be priced; `problems` says why. */
    working: Nullable(ReceiptSchema),
    live: Nullable(ReceiptSchema),
    problems: Type.Array(ProblemSchema),
    /** `broken`: not what is expected; `moved`: nothing is expected, and the release prices it otherwise. */
    state: choice('passes', 'fails', 'changes', 'unchanged', 'unpriced'),
  },
  strict,
)
export type TestCartRun = Static<typeof TestCartRun>
export const TestCartRuns = Type.Array(TestCartRun)
export const TestCartsQuery = Type.Object({ plan: Type.Optional(PlanRef) }, strict)
