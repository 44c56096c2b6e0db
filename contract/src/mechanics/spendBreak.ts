import { Type } from '@sinclair/typebox'
import { Money, ReachSchema, strict } from '../basicSchema.ts'
import { tiers, UnitValue } from './shared.ts'

export const SpendBreak = Type.Object(
  { kind: Type.Literal('spend-break'), reach: ReachSchema, tiers: tiers(Money, UnitValue) },
  strict,
)
