import type { MessageAnswer } from '@novalex/contract'
import MailComposer from 'nodemailer/lib/mail-composer/index.js'
import { createId } from '../../platform/createId.ts'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'

/** A message that is sent to somebody. */
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
/** The stand-in sends from here; `.invalid` is nobody’s. */
const SENDER = { name: 'Novalex', address: 'desk@novalex.invalid' }

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
}

export async function listMessages(connection: Connection) {
  const rows = (await connection('messages').orderBy('at', 'desc').limit(SHOWN)) as Row[]
  return rows.map((row) => {
    const { text: _text, ...summary } = toMessage(row)
    return summary
  })
}

/** Throws `not-found`. */
export async function getMessage(connection: Connection, id: string): Promise<MessageAnswer> {
  const row = (await connection('messages').where({ id }).first()) as Row | undefined
  if (!row) throw new AppError('not-found', { facts: { kind: 'message', id } })
  return toMessage(row)
}

/** The message as e-mail programs keep it. Source: RFC 5322. */
export async function writeEml({ id, at, to, subject, text }: MessageAnswer): Promise<Buffer> {
  const composer = new MailComposer({
    from: SENDER,
    to,
    subject,
    text,
    date: new Date(at),
    messageId: `<${id}@novalex.invalid>`,
  })
  return new Promise((resolve, reject) => {
    composer.compile().build((error, bytes) => {
      if (error) reject(error)
      else resolve(bytes)
    })
  })
}
