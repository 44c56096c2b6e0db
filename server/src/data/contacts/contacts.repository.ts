import { DAY_MS } from '@novalex/core'
import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { createToken, hashToken } from '../../platform/tokens.ts'

/** A consent to further messages. */
export interface Consent {
  /** Comparable form of the e-mail address. */
  readonly address: string
  readonly email: string
  readonly name: string
  /** The text that the person agreed to. */
  readonly wording: string
  readonly at: number
}

/** Validity of a confirmation link. */
const LINK_MS = 30 * DAY_MS

/** Inserts a contact without a request for confirmation, unless there is one, locks it, and returns when confirmation was last requested. */
export async function lockContact(
  transaction: Connection,
  { address, email, name, wording }: Consent,
): Promise<{ readonly askedAt: number }> {
  const row = { address, email, name, wording, asked_at: new Date(0), confirmed_at: null }
  await transaction('contacts').insert(row).onConflict('address').ignore()
  const known = await findContact(transaction, address).forUpdate()
  return { askedAt: known?.asked_at.getTime() ?? 0 }
}

/**
 * Stores a consent and returns the token that confirms it, or null if it is confirmed already. Tokens sent earlier stay valid, so that nobody can
 * invalidate another person's link by asking again.
 */
export async function requestConsent(transaction: Connection, consent: Consent): Promise<string | null> {
  const { address, email, name, wording, at } = consent
  if ((await findContact(transaction, address))?.confirmed_at) return null
  const token = createToken()
  const row = { address, email, name, wording, asked_at: new Date(at), confirmed_at: null }
  await transaction('contacts').insert(row).onConflict('address').merge()
  await transaction('consent_links')
    .where({ address })
    .where('asked_at', '<', new Date(at - LINK_MS))
    .delete()
  await transaction('consent_links').insert({ token_hash: hashToken(token), address, asked_at: new Date(at) })
  return token
}

const findContact = (transaction: Connection, address: string) =>
  transaction<{ address: string; confirmed_at: Date | null; asked_at: Date }>('contacts')
    .where({ address })
    .first('confirmed_at', 'asked_at')

/** Throws `link-lapsed`. */
export async function confirmConsent(transaction: Connection, token: string, at: number): Promise<void> {
  const link = (await transaction('consent_links')
    .where({ token_hash: hashToken(token) })
    .where('asked_at', '>=', new Date(at - LINK_MS))
    .first('address')) as { address: string } | undefined
  if (!link) throw new AppError('link-lapsed')
  const { address } = link
  await transaction('contacts')
    .where({ address })
    .update({ confirmed_at: new Date(at) })
  await transaction('consent_links').where({ address }).delete()
}

/** Returns the spelling under which a contact is stored, as a list of at most one. */
export async function listSpellings(transaction: Connection, address: string): Promise<string[]> {
  const rows = await ask<{ email: string }>(transaction, 'select email from contacts where address = ?', [address])
  return rows.map(({ email }) => email)
}

export async function deleteContact(transaction: Connection, address: string): Promise<void> {
  await ask(transaction, 'delete from contacts where address = ?', [address])
  await ask(transaction, 'delete from consent_links where address = ?', [address])
}

interface ConfirmedContact {
  readonly email: string
  readonly name: string
  readonly wording: string
  readonly askedAt: Date
  readonly confirmedAt: Date
}

/** Returns the contacts whose consent is confirmed, in the order of confirmation. */
export async function listConfirmed(connection: Connection): Promise<ConfirmedContact[]> {
  const rows = await ask<{ email: string; name: string; wording: string; asked_at: Date; confirmed_at: Date }>(
    connection,
    'select email, name, wording, asked_at, confirmed_at from contacts where confirmed_at is not null order by confirmed_at',
  )
  return rows.map(({ email, name, wording, asked_at: askedAt, confirmed_at: confirmedAt }) => {
    return { email, name, wording, askedAt, confirmedAt }
  })
}
