/** How long texts and lists may be; without schemas, so that a browser's page can have it at little cost. */
export const TEXT_LIMITS = { id: 64, name: 120, note: 2000, listed: 5000, priced: 100_000 } as const

/** How long what shoppers read may be. */
export const DISPLAY_LIMITS = { title: 80, description: 400, label: 40, members: 40 } as const

/** Consent text at the demo shop's checkout; stored with the consent. */
export const CHECKOUT_WORDING = 'Email me news and offers. (Optional)'

/** How many products a promotion may leave out in one channel. */
export const MOST_LEFT_OUT = 5000
