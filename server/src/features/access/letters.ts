import type { Letter } from '../../data/letters/index.ts'

interface Named {
  readonly name: string
  readonly email: string
}

/** The words of the messages about signing in. */
export const LETTERS = {
  invitation: ({ name, email }: Named, { link, store, by }: { link: string; store: string; by: string }): Letter => ({
    to: email,
    subject: `${by} invites you to plan for ${store}`,
    text: [
      `Hello ${name},`,
      `${by} invites you to Novalex, where the promotions of ${store} are planned. Choose a password here:`,
      link,
      'The link holds for seven days and works once. If you did not expect this, leave it alone: nothing happens.',
    ].join('\n\n'),
  }),
  reset: ({ name, email }: Named, { link, store }: { link: string; store: string }): Letter => ({
    to: email,
    subject: `A new password for ${store}`,
    text: [
      `Hello ${name},`,
      'Somebody, most likely you, asked for a new password. Choose it here:',
      link,
      'The link holds for an hour and works once. If it was not you, leave it alone: your password stays as it is.',
    ].join('\n\n'),
  }),
} as const
