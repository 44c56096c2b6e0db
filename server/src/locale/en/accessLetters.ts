import type { Letter } from './letter.ts'

interface Named {
  readonly name: string
  readonly email: string
}

/** The words of emails about signing in. */
export const accessLetters = {
  invitation: ({ name, email }: Named, { link, store, by }: { link: string; store: string; by: string }): Letter => ({
    to: email,
    subject: `${by} invited you to ${store}`,
    text: [
      `Hello ${name},`,
      `${by} invited you to Novalex, where ${store} plans its promotions. Choose a password here:`,
      link,
      'The link is valid for seven days and works once. If you weren’t expecting this, you can ignore this email.',
    ].join('\n\n'),
  }),
  reset: ({ name, email }: Named, { link, store }: { link: string; store: string }): Letter => ({
    to: email,
    subject: `Reset your password for ${store}`,
    text: [
      `Hello ${name},`,
      'You asked to reset your password. Choose a new one here:',
      link,
      'The link is valid for one hour and works once. If you didn’t ask for this, you can ignore this email: your password stays the same.',
    ].join('\n\n'),
  }),
}
