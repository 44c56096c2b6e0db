import { Type } from '@sinclair/typebox'
import { ReachSchema, strict } from '../basicSchema.ts'
import { PriceList } from './shared.ts'

export const PriceSteps = Type.Object(
  { kind: Type.Literal('price-steps'), reach: ReachSchema, prices: Type.Optional(PriceList) },
  strict,
)
