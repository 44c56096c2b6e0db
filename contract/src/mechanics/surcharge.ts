import { Type } from '@sinclair/typebox'
import { ReachSchema, strict } from '../basicSchema.ts'
import { SurchargeValue } from './shared.ts'

export const Surcharge = Type.Object(
  { kind: Type.Literal('surcharge'), reach: ReachSchema, value: SurchargeValue },
  strict,
)
