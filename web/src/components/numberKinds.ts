import { parseAmount, parsePercent, parseStars } from '@novalex/core'
import { currencySign, formatTypedAmount, formatTypedRate, formatTypedStars } from '@novalex/words'

/** The kinds of numbers that people type: how each is written, read, and what is said of one that can't be read. */
export const NUMBER_KINDS = {
  money: {
    format: formatTypedAmount,
    parse: parseAmount,
    code: 'not-money',
    get suffix() {
      return currencySign()
    },
  },
  percent: { format: formatTypedRate, parse: parsePercent, code: 'not-a-percent', suffix: '%' },
  /** A rate that may be below zero. */
  signedPercent: {
    format: formatTypedRate,
    parse: parseSigned,
    code: 'not-a-percent',
    suffix: '%',
  },
  count: {
    format: String,
    parse: (text: string) => (/^\s*\d{1,9}\s*$/.test(text) ? Number(text) : null),
    code: 'not-a-count',
    suffix: undefined,
  },
  /** A factor with up to six decimals, in millionths. */
  factor: { format: formatFactor, parse: parseFactor, code: 'not-a-factor', suffix: undefined },
  /** Stars with one decimal, in tenths. */
  stars: {
    format: formatTypedStars,
    parse: parseStars,
    code: 'not-a-rating',
    suffix: undefined,
  },
} as const

export type NumberKind = keyof typeof NUMBER_KINDS

const MILLION = 1_000_000

function formatFactor(millionths: number): string {
  return String(millionths / MILLION)
}

function parseFactor(text: string): number | null {
  const plain = text.trim().replace(',', '.')
  if (!/^\d{1,6}(\.\d{1,6})?$/.test(plain)) return null
  const millionths = Math.round(Number(plain) * MILLION)
  return millionths > 0 ? millionths : null
}

function parseSigned(text: string): number | null {
  const [, sign = '', rest = ''] = /^\s*([-−]?)(.*)$/s.exec(text) ?? []
  const rate = parsePercent(rest)
  return rate && sign ? -rate : rate
}
