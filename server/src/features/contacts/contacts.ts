import { comparableEmail } from '../../platform/email.ts'
import { createToken, hashToken } from '../../platform/tokens.ts'
import { createId } from '../../platform/createId.ts'
import { ask } from '../../platform/db/ask.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { writeTable } from '../../platform/files/writeTable.ts'
import { sendLetter } from '../../data/letters/letters.repository.ts'
import { getStore } from '../../data/store/store.repository.ts'
import { LETTERS } from './letters.ts'

/** Somebody who agrees to further messages. */
export interface Consent {
  /** As it is compared. */
  readonly address: string
  readonly email: string
  readonly name: string
  /** What was agreed to. */
  readonly wording: string
  /** Where browsers reach the shop. */
  readonly origin: string
  readonly at: number
}

/** A consent that was asked for by letter is not asked for again so soon, however often an order is sent again. */
const AGAIN_MS = 86_400_000

/** A link to confirm works so long. */
const LINK_MS = 30 * 86_400_000

/**
 * Writes down that an address agrees, and returns the link that confirms it; null where it is confirmed already. Links that were sent before go on
 * working, so that nobody can take another person's away by asking again. To be called only where a letter with the link goes out.
 */
export async function askConsent(
  transaction: Connection,
  { address, email, name, wording, origin, at }: Consent,
): Promise<string | null> {
  if ((await findContact(transaction, address))?.confirmed_at) return null
  const token = createToken()
  const row = { address, email, name, wording, asked_at: new Date(at), confirmed_at: null }
  await transaction('contacts').insert(row).onConflict('address').merge()
  await transaction('consent_links')
    .where({ address })
    .where('asked_at', '<', new Date(at - LINK_MS))
    .delete()
  await transaction('consent_links').insert({ token_hash: hashToken(token), address, asked_at: new Date(at) })
  return `${origin}/shop/consent#${token}`
}

const findContact = (transaction: Connection, address: string) =>
  transaction<{ address: string; confirmed_at: Date | null; asked_at: Date }>('contacts')
    .where({ address })
    .first('confirmed_at', 'asked_at')

/** Sends the link to whoever agreed at the checkout, with a letter of its own. */
export async function askConsentByLetter(database: Database, consent: Omit<Consent, 'address'>): Promise<void> {
  const { email, name, at } = consent
  const address = comparableEmail(email)
  const { name: store } = await getStore(database)
  await transact(database, async (transaction) => {
    // Orders at the same time wait here for each other, and one of them asks.
    const { wording } = consent
    const unasked = { address, email, name, wording, asked_at: new Date(0), confirmed_at: null }
    await transaction('contacts').insert(unasked).onConflict('address').ignore()
    const known = await findContact(transaction, address).forUpdate()
    if (known && at - known.asked_at.getTime() < AGAIN_MS) return
    const link = await askConsent(transaction, { ...consent, address })
    if (link !== null) await sendLetter(transaction, LETTERS.consent({ email }, { link, store }), at)
  })
}

/** Throws `link-lapsed`. */
export async function confirmConsent(database: Database, token: string, at: number): Promise<void> {
  await transact(database, async (transaction) => {
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
  })
}

/** Replaces an address, wherever it stands, by something that can't be traced back. Counts stay as they are. `address`: as it is compared. */
export async function forgetAddress(transaction: Connection, address: string): Promise<void> {
  const nobody = `forgotten-${createId()}`
  const written = await findWritten(transaction, address)
  // Collations ignore accents: `josé@` is another person than `jose@`, so bytes are compared.
  await ask(transaction, 'delete from contacts where address = ?', [address])
  await ask(transaction, 'delete from consent_links where address = ?', [address])
  await ask(transaction, 'update handed_codes set address = ? where binary address = ?', [nobody, address])
  await ask(transaction, 'update code_hands set recipient = ? where binary recipient = ?', [nobody, address])
  await ask(transaction, 'delete from messages where binary recipient in (?)', [written])
  await ask(transaction, 'update orders set email = null, name = null where binary email in (?)', [written])
}

/** The spellings of an address that are stored. */
async function findWritten(transaction: Connection, address: string): Promise<string[]> {
  const at = address.lastIndexOf('@')
  const beginning = `${(at < 0 ? address : address.slice(0, at)).replace(/[\\%_]/g, '\\$&')}%`
  const found = await ask<{ email: string }>(
    transaction,
    `select email from contacts where address = ?
     union all select email from orders where email like ?
     union all select recipient from messages where recipient like ?`,
    [address, beginning, beginning],
  )
  const same = found.map(({ email }) => email).filter((email) => comparableEmail(email) === address)
  return [...new Set([address, ...same])]
}

/** Those whose consent was confirmed, with what they agreed to. */
export async function writeContacts(connection: Connection): Promise<Uint8Array> {
  const contacts = await ask<{ email: string; name: string; wording: string; asked_at: Date; confirmed_at: Date }>(
    connection,
    'select email, name, wording, asked_at, confirmed_at from contacts where confirmed_at is not null order by confirmed_at',
  )
  const rows = contacts.map(({ email, name, wording, asked_at: asked, confirmed_at: confirmed }) => {
    return [email, name, asked.toISOString(), confirmed.toISOString(), wording]
  })
  return writeTable({ columns: ['email', 'name', 'asked_at', 'confirmed_at', 'wording'], numbers: [], rows }, 'csv')
}
