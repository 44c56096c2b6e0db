import type { Letter } from '../../data/letters/index.ts'

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

/** Without a name: anybody may type one, with an address that is not theirs. */
const GREETING = 'Hello,'
const NOTHING_HAPPENS = 'If you did not ask for this, leave it alone: nothing happens.'

/** The words of the messages that go to shoppers. */
export const LETTERS = {
  code: ({ email }: Recipient, { code, title, store, link }: Given): Letter => ({
    to: email,
    subject: `Your code from ${store}`,
    text: [
      GREETING,
      `here is your code for “${title}”:`,
      code,
      `Type it in at the cart of ${store}. It works once.`,
      ...(link === null ? [] : ['You would like to hear from us again. Please confirm that here:', link]),
      NOTHING_HAPPENS,
    ].join('\n\n'),
  }),
  consent: ({ email }: Recipient, { link, store }: { readonly link: string; readonly store: string }): Letter => ({
    to: email,
    subject: `May ${store} write to you?`,
    text: [
      GREETING,
      `with your order you said that ${store} may write to you about news and offers. Please confirm that here:`,
      link,
      NOTHING_HAPPENS,
    ].join('\n\n'),
  }),
} as const
