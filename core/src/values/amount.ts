import type { BasisPoints, MinorUnits } from './money.ts'

/** The largest amount a person may type: ten thousand million units. */
export const MAX_TYPED_MINOR: MinorUnits = 1_000_000_000_000

/**
 * Reads what people type for money: `12.5`, `12,50`, `€ 12.50`, `1.234,50`, `1,234.50`, `1 234,50`. Null if it can't be
 * one amount of at most two decimals. A single separator followed by exactly three digits groups thousands.
 */
export function parseAmount(text: string): MinorUnits | null {
  // What files are full of, read without all the rest.
  const plain = /^(\d{1,9})(?:[.,](\d\d?))?$/.exec(text)
  if (plain) return Number(plain[1]) * 100 + Number((plain[2] ?? '').padEnd(2, '0'))
  const bare = text.replace(/€|eur\b/gi, '').replace(/[\s\u00a0\u202f']/g, '')
  const decimal = normalizeDecimal(bare)
  if (decimal === null || !/^\d+(\.\d{1,2})?$/.test(decimal)) return null
  const [whole, fraction = ''] = decimal.split('.')
  const amount = Number(whole) * 100 + Number(fraction.padEnd(2, '0'))
  return amount <= MAX_TYPED_MINOR ? amount : null
}

/** Reads what people type for a rate: `10`, `10%`, `10 percent`, `10,5`. Basis points, any size; null if it is not a number. */
export function parsePercent(text: string): BasisPoints | null {
  const bare = text
    .replace(/%|per ?cent/gi, '')
    .replace(/\s/g, '')
    .replace(',', '.')
  if (!/^\d{1,7}(\.\d{1,2})?$/.test(bare)) return null
  return Math.round(Number(bare) * 100)
}

/** Money with a point and two decimals, without grouping: `1250` becomes `12.50`. */
export function formatAmount(amount: MinorUnits): string {
  const digits = String(Math.abs(amount)).padStart(3, '0')
  return `${amount < 0 ? '−' : ''}${digits.slice(0, -2)}.${digits.slice(-2)}`
}

/** Turns the decimal separator into a point and drops grouping; null where groups are not of three digits. */
function normalizeDecimal(text: string): string | null {
  const last = Math.max(text.lastIndexOf('.'), text.lastIndexOf(','))
  if (last < 0) return text
  const separator = text[last]!
  const other = separator === '.' ? ',' : '.'
  const isGrouping = text.split(separator).length > 2 || (!text.includes(other) && /^[1-9]\d{0,2}[.,]\d{3}$/.test(text))
  if (isGrouping && text.includes(other)) return null
  const whole = isGrouping ? text : text.slice(0, last)
  const grouped = whole.split(isGrouping ? separator : other)
  const areGroups =
    grouped.length === 1 || (/^\d{1,3}$/.test(grouped[0]!) && grouped.slice(1).every((part) => /^\d{3}$/.test(part)))
  if (!areGroups) return null
  return isGrouping ? grouped.join('') : `${grouped.join('')}.${text.slice(last + 1)}`
}
