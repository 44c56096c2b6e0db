import type { SpendBreak } from '@novalex/core'
import { Type } from '@sinclair/typebox'
import { Money, ReachSchema, strict, typed } from '../basicSchema.ts'
import { tiers, UnitValue } from './shared.ts'

export const SpendBreakSchema = typed<SpendBreak>()(
  Type.Object({ kind: Type.Literal('spend-break'), reach: ReachSchema, tiers: tiers(Money, UnitValue) }, strict),
)
