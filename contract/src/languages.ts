/** Languages of everything that people read. `xx` is a pseudo-language: English with accents and longer words. */
export const LANGUAGES = ['en', 'xx'] as const
export type Language = (typeof LANGUAGES)[number]

/** Forms in which numbers, money and dates are written, as a store chooses them; BCP 47. */
export const NUMBER_LOCALES = ['en-GB', 'de-DE'] as const
export type NumberLocale = (typeof NUMBER_LOCALES)[number]
