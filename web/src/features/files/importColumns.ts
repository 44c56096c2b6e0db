import type { ImportStatus } from '@novalex/contract'

/** Problems of the chosen columns: missing or duplicate ones. */
export function findColumnFaults(
  chosen: readonly (string | null)[],
  columns: ImportStatus['columns'],
): { needed: string[]; twice: string[] } {
  const countOf = (name: string) => chosen.filter((one) => one === name).length
  return {
    needed: columns.filter(({ name, isRequired }) => isRequired && countOf(name) === 0).map(({ name }) => name),
    twice: columns.filter(({ name }) => countOf(name) > 1).map(({ name }) => name),
  }
}

const COLUMN_CODES = ['unknown-column', 'missing-column', 'duplicate-column']

/** Whether the heads of a file are not those that its kind has. */
export const isMisread = ({ problems }: ImportStatus) => problems.some(({ code }) => COLUMN_CODES.includes(code))
