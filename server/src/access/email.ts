import { domainToASCII } from 'node:url'
import { createProblem } from '@novalex/core'
import { refuseIfAny } from '../errors/AppError.ts'

const EMAIL = /^[^\s@,;<>"\p{Cc}\p{Cs}]+@([^\s@,;<>"\p{Cc}\p{Cs}]+)$/u
/** Names between dots, at least two, as the network writes them. */
const DOMAIN = /^(?:[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?\.)+[a-z0-9][a-z0-9-]{0,61}[a-z0-9]$/

/** An address as it is kept: without spaces around it, in small letters. */
export const normalizeEmail = (text: string) => text.trim().toLowerCase()

/** The same, of what may be kept. Throws `invalid-input` for what can’t be one. */
export function readEmail(text: string, path: string): string {
  const email = normalizeEmail(text)
  const [, domain = ''] = EMAIL.exec(email) ?? []
  if (!DOMAIN.test(domainToASCII(domain))) refuseIfAny([createProblem('not-an-email', path, { given: text.trim() })])
  return email
}
