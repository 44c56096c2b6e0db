import { createProblem } from '@novalex/core'
import { refuseIfAny } from '../errors/AppError.ts'

const EMAIL = /^[^\s@,;<>"\p{Cc}\p{Cs}]+@[^\s@,;<>"\p{Cc}\p{Cs}]+$/u

/** An address as it is kept: without spaces around it, in small letters. */
export const normalizeEmail = (text: string) => text.trim().toLowerCase()

/** The same, of what may be kept. Throws `invalid-input` for what can’t be one. */
export function readEmail(text: string, path: string): string {
  const email = normalizeEmail(text)
  if (!EMAIL.test(email)) refuseIfAny([createProblem('not-an-email', path, { given: text.trim() })])
  return email
}
