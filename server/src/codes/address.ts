import { domainToASCII } from 'node:url'
import { createProblem } from '@novalex/core'
import { readEmail } from '../access/email.ts'
import { refuseIfAny } from '../errors/AppError.ts'

/** Whether an address, as it was written, belongs to whom a comparable one does; what can’t be an address belongs to nobody. */
export function isSame(written: string, address: string): boolean {
  try {
    return comparableAddress(written, 'email') === address
  } catch {
    return false
  }
}

/**
 * What two addresses of one person have in common: without case, the domain as the network writes it, the local part without what follows a plus.
 * Throws `invalid-input` for what can't be an address.
 */
export function comparableAddress(typed: string, path: string): string {
  const email = readEmail(typed, path)
  const at = email.lastIndexOf('@')
  const local = email.slice(0, at).split('+')[0]!
  const domain = domainToASCII(email.slice(at + 1))
  if (local === '') refuseIfAny([createProblem('not-an-email', path, { given: typed.trim() })])
  return `${local}@${domain}`
}
