import { createToken, hashToken } from '../access/secrets.ts'
import { createId } from '../createId.ts'
import { ask } from '../db/ask.ts'
import type { Connection, Database } from '../db/openDatabase.ts'
import { transact } from '../db/transact.ts'
import { AppError } from '../errors/AppError.ts'
import { writeTable } from '../files/writeTable.ts'
import { sendLetter } from '../mailbox/mailbox.ts'
import { getStore } from '../store/store.repository.ts'
import { comparableAddress, isSame } from './address.ts'
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

/** Consent counts once the link has been followed; what was confirmed stays. Answers the link, or null where it was confirmed before. */
export async function askConsent(
  transaction: Connection,
  { address, email, name, wording, origin, at }: Consent,
): Promise<string | null> {
  if ((await findContact(transaction, address))?.confirmed_at) return null
  const token = createToken()
  const row = {
    ...{ address, email, name, wording, asked_at: new Date(at) },
    ...{ confirmed_at: null, token_hash: hashToken(token) },
  }
  await transaction('contacts').insert(row).onConflict('address').merge()
  return `${origin}/shop/consent#${token}`
}

const findContact = (transaction: Connection, address: string) =>
  transaction<{ address: string; confirmed_at: Date | null; asked_at: Date }>('contacts')
    .where({ address })
    .first('confirmed_at', 'asked_at')

/** Sends the link to whoever agreed at the checkout, with a letter of its own. */
export async function askConsentByLetter(database: Database, consent: Omit<Consent, 'address'>): Promise<void> {
  const { email, name, at } = consent
  const address = comparableAddress(email, 'email')
  const { name: store } = await getStore(database)
  await transact(database, async (transaction) => {
    // Orders at the same time wait here for each other, and one of them asks.
    const { wording } = consent
    const unasked = { address, email, name, wording, asked_at: new Date(0), confirmed_at: null, token_hash: null }
    await transaction('contacts').insert(unasked).onConflict('address').ignore()
    const known = await findContact(transaction, address).forUpdate()
    if (known && at - known.asked_at.getTime() < AGAIN_MS) return
    const link = await askConsent(transaction, { ...consent, address })
    if (link !== null) await sendLetter(transaction, LETTERS.consent({ email, name }, { link, store }), at)
  })
}

/** Throws `link-lapsed`. */
export async function confirmConsent(database: Database, token: string, at: number): Promise<void> {
  const confirmed = await database('contacts')
    .where({ token_hash: hashToken(token) })
    .update({ confirmed_at: new Date(at), token_hash: null })
  if (confirmed === 0) throw new AppError('link-lapsed')
}

/** Wherever an address stands it is replaced by nothing that could be traced back; what was counted stays. */
export async function forgetAddress(transaction: Connection, address: string): Promise<void> {
  const nobody = `forgotten-${createId()}`
  const written = await findWritten(transaction, address)
  await transaction('contacts').where({ address }).delete()
  await transaction('handed_codes').where({ address }).update({ address: nobody })
  await transaction('code_hands').where({ recipient: address }).update({ recipient: nobody })
  await transaction('messages').whereIn('recipient', written).delete()
  await transaction('orders').whereIn('email', written).update({ email: null, name: null })
}

/** However an address was written. */
async function findWritten(transaction: Connection, address: string): Promise<string[]> {
  const beginning = `${address.slice(0, address.lastIndexOf('@')).replace(/[\\%_]/g, '\\$&')}%`
  const found = await ask<{ email: string }>(
    transaction,
    `select email from contacts where address = ?
     union select email from orders where email like ?
     union select recipient from messages where recipient like ?`,
    [address, beginning, beginning],
  )
  return [address, ...found.map(({ email }) => email).filter((email) => isSame(email, address))]
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
