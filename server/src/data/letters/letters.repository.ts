import type { MessageAnswer } from '@novalex/contract'
import { ask } from '../../platform/db/ask.ts'
import { toPrefixPattern } from '../../platform/db/toPrefixPattern.ts'
import { createId } from '../../platform/createId.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { lettersTotal } from '../../platform/metrics.ts'
import { AppError } from '../../platform/errors/AppError.ts'

/** A message that is sent to someone. */
export interface Letter {
  readonly to: string
  readonly subject: string
  readonly text: string
}

interface Row {
  id: string
  at: Date
  recipient: string
  subject: string
  text: string
}

const SHOWN = 200
const toMessage = ({ id, at, recipient, subject, text }: Row): MessageAnswer => ({
  id,
  at: at.toISOString(),
  to: recipient,
  subject,
  text,
})

/** Puts a message into the mailbox that stands in for sending it. */
export async function sendLetter(connection: Connection, { to, subject, text }: Letter, at: number): Promise<void> {
  await connection('messages').insert({ id: createId(), at: new Date(at), recipient: to, subject, text })
  lettersTotal.inc()
}

export async function listMessages(connection: Connection) {
  const rows: Row[] = await connection('messages').orderBy('at', 'desc').limit(SHOWN)
  return rows.map((row) => {
    const { text: _text, ...summary } = toMessage(row)
    return summary
  })
}

/** Throws `not-found`. */
export async function getMessage(connection: Connection, id: string): Promise<MessageAnswer> {
  const row: Row | undefined = await connection('messages').where({ id }).first()
  if (!row) throw new AppError('not-found', { facts: { kind: 'message', id } })
  return toMessage(row)
}

/** Returns the recipients of stored letters that begin with a text. */
export async function listRecipients(connection: Connection, beginning: string): Promise<string[]> {
  const rows = await ask<{ recipient: string }>(
    connection,
    'select distinct recipient from messages where recipient like ?',
    [toPrefixPattern(beginning)],
  )
  return rows.map(({ recipient }) => recipient)
}

export async function deleteLetters(transaction: Connection, recipients: readonly string[]): Promise<void> {
  await ask(transaction, 'delete from messages where binary recipient in (?)', [recipients])
}
