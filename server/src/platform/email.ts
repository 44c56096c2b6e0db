import { domainToASCII } from 'node:url'
import { createProblem } from '@novalex/core'
import { refuseIfAny } from './errors/AppError.ts'

/** A dot-atom. Source: RFC 5321, section 4.1.2, and its limit of 64 octets. */
const LOCAL = /^(?=.{1,64}$)[a-z0-9!#$%&'*+/=?^_`{|}~-]+(?:\.[a-z0-9!#$%&'*+/=?^_`{|}~-]+)*$/
/** Names between dots, at least two, as the network writes them. */
const DOMAIN = /^(?:[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?\.)+[a-z0-9][a-z0-9-]{0,61}[a-z0-9]$/
/** Source: RFC 5321, section 4.5.3.1.3. */
const LONGEST = 254

/** An address as it is stored: without spaces around it, in small letters. */
export const normalizeEmail = (text: string) => text.trim().toLowerCase()

/** Returns a valid address as it is stored. Throws `invalid-input` at `path` for anything else. */
export function readEmail(text: string, path: string): string {
  const email = normalizeEmail(text)
  if (split(email) === null) refuseIfAny([createProblem('not-an-email', path, { given: text.trim() })])
  return email
}

function split(email: string): { readonly local: string; readonly domain: string } | null {
  const at = email.lastIndexOf('@')
  if (email.length > LONGEST || at < 0) return null
  const [local, domain] = [email.slice(0, at), domainToASCII(email.slice(at + 1))]
  return LOCAL.test(local) && !local.startsWith('+') && DOMAIN.test(domain) ? { local, domain } : null
}

/**
 * The form by which addresses are compared, everywhere: without case, the domain as the network writes it, the local part up to a plus. Two addresses
 * that reach the same mailbox have the same form. Text that is no address is its own form.
 */
export function comparableEmail(text: string): string {
  const email = normalizeEmail(text)
  const parts = split(email)
  return parts ? `${parts.local.split('+')[0]}@${parts.domain}` : email.normalize('NFC')
}

/** The account that a person who types this means, for counting tries: spellings with accents or wide letters are one account. */
export function accountKey(text: string): string {
  return comparableEmail(text.normalize('NFKD').replace(/\p{M}/gu, ''))
}
