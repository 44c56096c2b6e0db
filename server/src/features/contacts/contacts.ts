import { DAY_MS } from '@novalex/core'
import { forgetRecipient } from '../../data/codes/index.ts'
import {
  type Consent,
  deleteContact,
  listConfirmed,
  listSpellings,
  lockContact,
  requestConsent,
} from '../../data/contacts/index.ts'
import { deleteLetters, listRecipients, sendLetter } from '../../data/letters/index.ts'
import { forgetBuyer, listBuyerEmails } from '../../data/orders/index.ts'
import { getStore } from '../../data/store/index.ts'
import { createId } from '../../platform/createId.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { comparableEmail } from '../../platform/email.ts'
import { writeTable } from '../../platform/files/writeTable.ts'
import { heads, shopperLetters } from '../../locale/catalogue.ts'

/** Minimum interval between two letters that ask the same address for confirmation, however often an order is sent again. */
const AGAIN_MS = DAY_MS

interface ShopConsent extends Consent {
  /** Base address of the shop, as browsers reach it. */
  readonly origin: string
}

/** Stores a consent and returns the link that confirms it, or null if it is confirmed already. The caller sends the link by letter. */
export async function askConsent(transaction: Connection, consent: ShopConsent): Promise<string | null> {
  const token = await requestConsent(transaction, consent)
  return token === null ? null : `${consent.origin}/shop/consent#${token}`
}

/** Stores a consent given at the checkout and sends the link that confirms it in a letter of its own, at most once a day. */
export async function askConsentByLetter(database: Database, given: Omit<ShopConsent, 'address'>): Promise<void> {
  const { email, at } = given
  const consent = { ...given, address: comparableEmail(email) }
  const { name: store } = await getStore(database)
  await transact(database, async (transaction) => {
    // Concurrent orders of one address wait here for each other, so that only one of them sends a letter.
    const { askedAt } = await lockContact(transaction, consent)
    if (at - askedAt < AGAIN_MS) return
    const link = await askConsent(transaction, consent)
    if (link !== null) await sendLetter(transaction, shopperLetters.consent({ email }, { link, store }), at)
  })
}

/** Replaces an address, wherever it is stored, by a text that can't be traced back. Counts stay as they are. `address`: comparable form. */
export async function forgetAddress(transaction: Connection, address: string): Promise<void> {
  const spellings = await findSpellings(transaction, address)
  await deleteContact(transaction, address)
  await forgetRecipient(transaction, address, `forgotten-${createId()}`)
  await deleteLetters(transaction, spellings)
  await forgetBuyer(transaction, spellings)
}

async function findSpellings(transaction: Connection, address: string): Promise<string[]> {
  const at = address.lastIndexOf('@')
  const beginning = at < 0 ? address : address.slice(0, at)
  const stored = [
    ...(await listSpellings(transaction, address)),
    ...(await listBuyerEmails(transaction, beginning)),
    ...(await listRecipients(transaction, beginning)),
  ]
  return [...new Set([address, ...stored.filter((email) => comparableEmail(email) === address)])]
}

/** Writes the contacts whose consent is confirmed, with the text that they agreed to, as CSV. */
export async function writeContacts(connection: Connection): Promise<Uint8Array> {
  const rows = (await listConfirmed(connection)).map(({ email, name, askedAt, confirmedAt, wording }) => {
    return [email, name, askedAt.toISOString(), confirmedAt.toISOString(), wording]
  })
  return writeTable({ columns: heads.contacts, numbers: [], rows }, 'csv')
}
