import type { Wording } from '@novalex/core'

/** Names in the order of the dates, each long and short. */
function nameDates(part: 'month' | 'weekday', dates: readonly number[]): [long: string, short: string][] {
  const name = (style: 'long' | 'short') => {
    const format = new Intl.DateTimeFormat('en-GB', { timeZone: 'UTC', [part]: style })
    // Some short names have a fourth letter ("Sept"), which people leave out as often as not.
    return (date: number) => (style === 'short' ? format.format(date).slice(0, 3) : format.format(date))
  }
  const [long, short] = [name('long'), name('short')]
  return dates.map((date) => [long(date), short(date)])
}

/** English of the texts that planners write for shoppers. */
export const EN_WORDING: Wording = {
  mayEndEarly: String.raw`\b(?:while|whilst|as long as|until (?:it|they)|lasts?|limited|first|only \d+)\b`,
  needsAccount: String.raw`\b(?:members?|membership|club|account|sign(?:ed)? ?in|log(?:ged)? ?in|registered|customers?|subscribers?|for you|your first|returning|regulars)\b`,
  months: nameDates(
    'month',
    Array.from({ length: 12 }, (_, month) => Date.UTC(2027, month, 1)),
  ),
  // 1 March 2027 is a Monday.
  weekdays: nameDates(
    'weekday',
    Array.from({ length: 7 }, (_, day) => Date.UTC(2027, 2, 1 + day)),
  ),
  until: String.raw`\b(?:until|till|to|through|–|-)\s+(?:and\s+including\s+)?(?:the\s+)?`,
  ordinal: 'st|nd|rd|th',
  of: 'of',
}
