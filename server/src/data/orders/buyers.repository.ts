import { ask } from '../../platform/db/ask.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { toPrefixPattern } from '../../platform/db/toPrefixPattern.ts'

/** Returns the e-mail addresses of orders that begin with a text, as they were typed. */
export async function listBuyerEmails(connection: Connection, beginning: string): Promise<string[]> {
  const rows = await ask<{ email: string }>(connection, 'select distinct email from orders where email like ?', [
    toPrefixPattern(beginning),
  ])
  return rows.map(({ email }) => email)
}

/** Removes name and e-mail address from orders with one of the addresses. */
export async function forgetBuyer(transaction: Connection, emails: readonly string[]): Promise<void> {
  await ask(transaction, 'update orders set email = null, name = null where binary email in (?)', [emails])
}
