import type { Surcharge } from '@novalex/core'
import { Type } from '@sinclair/typebox'
import { ReachSchema, strict, typed } from '../basicSchema.ts'
import { SurchargeValue } from './shared.ts'

export const SurchargeSchema = typed<Surcharge>()(
  Type.Object({ kind: Type.Literal('surcharge'), reach: ReachSchema, value: SurchargeValue }, strict),
)
