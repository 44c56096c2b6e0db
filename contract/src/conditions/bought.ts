import { Type } from '@sinclair/typebox'
import { ReachSchema, strict } from '../basicSchema.ts'

export const BoughtTestSchema = Type.Object({ test: Type.Literal('bought'), reach: ReachSchema }, strict)
