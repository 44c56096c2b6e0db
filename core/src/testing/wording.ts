import type { Wording } from '../proof/index.ts'

const named = (names: string) => names.split(' ').map((name) => [name, name.slice(0, 3)] as const)

/** Enough English for the texts of tests; what the product knows is with the server's words. */
export const WORDING: Wording = {
  mayEndEarly: String.raw`\b(?:while|lasts?|limited|only \d+)\b`,
  needsAccount: String.raw`\b(?:members?|club|sign(?:ed)? in|your first)\b`,
  months: named('January February March April May June July August September October November December'),
  weekdays: named('Monday Tuesday Wednesday Thursday Friday Saturday Sunday'),
  until: String.raw`\b(?:until|till|to|through|–|-)\s+(?:and\s+including\s+)?(?:the\s+)?`,
  ordinal: 'st|nd|rd|th',
  of: 'of',
}
