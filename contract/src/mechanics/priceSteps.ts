import type { PriceSteps } from '@novalex/core'
import { Type } from '@sinclair/typebox'
import { ReachSchema, strict, typed } from '../basicSchema.ts'
import { PriceList } from './shared.ts'

export const PriceStepsSchema = typed<PriceSteps>()(
  Type.Object({ kind: Type.Literal('price-steps'), reach: ReachSchema, prices: Type.Optional(PriceList) }, strict),
)
