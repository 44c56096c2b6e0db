import { formatAmount, type BasisPoints, type MinorUnits } from '../values/index.ts'
import { LIST_SEPARATOR } from './tableFile.ts'

/** An amount as a cell; empty where there is none. */
export const formatMoney = (amount: MinorUnits | null) => (amount === null ? '' : formatAmount(amount))

/** A percentage as a cell: `20`, and with the sign below one percent, which tells it from a fraction. */
export const formatRate = (rate: BasisPoints) => (rate > 0 && rate < 100 ? `${rate / 100}%` : String(rate / 100))

/** A list as one cell. */
export const formatList = (entries: readonly string[]) => entries.join(` ${LIST_SEPARATOR} `)
