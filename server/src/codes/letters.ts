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

const greet = (name: string) => (name === '' ? 'Hello,' : `Hello ${name},`)
const NOTHING_HAPPENS = 'If you did not ask for this, leave it alone: nothing happens.'

/** The words of the messages that go to shoppers. */
export const LETTERS = {
  code: ({ email, name }: Recipient, { code, title, store, link }: Given): Letter => ({
    to: email,
    subject: `Your code from ${store}`,
    text: [
      greet(name),
      `here is your code for “${title}”:`,
      code,
      `Type it in at the cart of ${store}. It works once.`,
      ...(link === null ? [] : ['You would like to hear from us again. Please confirm that here:', link]),
      NOTHING_HAPPENS,
    ].join('\n\n'),
  }),
  consent: (
    { email, name }: Recipient,
    { link, store }: { readonly link: string; readonly store: string },
  ): Letter => ({
    to: email,
    subject: `May ${store} write to you?`,
    text: [
      greet(name),
      `with your order you said that ${store} may write to you about news and offers. Please confirm that here:`,
      link,
      NOTHING_HAPPENS,
    ].join('\n\n'),
  }),
} as const
