import type { Letter } from '../mailbox/mailbox.ts'

interface Recipient {
  readonly email: string
  readonly name: string
}

interface Given {
  readonly code: string
  readonly title: string
  readonly store: string
  /** Where consent is confirmed; null where none was given, or it was confirmed before. */
  readonly link: string | null
}

/** The words of the messages that hand-outs send. */
export const HAND_OUT_LETTERS = {
  code: ({ email, name }: Recipient, { code, title, store, link }: Given): Letter => ({
    to: email,
    subject: `Your code from ${store}`,
    text: [
      name === '' ? 'Hello,' : `Hello ${name},`,
      `here is your code for “${title}”:`,
      code,
      `Type it in at the cart of ${store}. It works once.`,
      ...(link === null ? [] : ['You would like to hear from us again. Please confirm that here:', link]),
      'If you did not ask for this, leave it alone: nothing happens.',
    ].join('\n\n'),
  }),
} as const
