import type { Letter } from './letter.ts'

interface Recipient {
  readonly email: string
}

interface Given {
  readonly code: string
  readonly title: string
  readonly store: string
  /** Link to confirm consent; null if none was given or it is already confirmed. */
  readonly link: string | null
}

/** Without a name, which may be typed with another person’s address. */
const GREETING = 'Hello,'
const IGNORE = 'If you weren’t expecting this, you can ignore this email.'

/** The words of emails to shoppers. */
export const shopperLetters = {
  code: ({ email }: Recipient, { code, title, store, link }: Given): Letter => ({
    to: email,
    subject: `Your code from ${store}`,
    text: [
      GREETING,
      `Here is your code for “${title}”:`,
      code,
      `Enter it in your cart at ${store}. It works once.`,
      ...(link === null ? [] : [`You asked for news and offers from ${store}. Confirm your email address:`, link]),
      IGNORE,
    ].join('\n\n'),
  }),
  consent: ({ email }: Recipient, { link, store }: { readonly link: string; readonly store: string }): Letter => ({
    to: email,
    subject: `Confirm your subscription to ${store}`,
    text: [
      GREETING,
      `You asked for news and offers from ${store} with your order. Confirm your email address:`,
      link,
      IGNORE,
    ].join('\n\n'),
  }),
}
