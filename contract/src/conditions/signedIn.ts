import { Type } from '@sinclair/typebox'
import { strict } from '../basicSchema.ts'

export const SignedInTestSchema = Type.Object({ test: Type.Literal('signedIn'), is: Type.Boolean() }, strict)
