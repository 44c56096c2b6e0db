import type { MessageAnswer } from '@novalex/contract'
import MailComposer from 'nodemailer/lib/mail-composer/index.js'

/** Sender of the stand-in mailbox; `.invalid` is a reserved domain. */
const SENDER = { name: 'Novalex', address: 'desk@novalex.invalid' }

/** Writes a message in the format of e-mail files. Source: RFC 5322. */
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
