import { randomFillSync } from 'node:crypto'
import { normalizeCode } from '@novalex/core'
import { READABLE } from '../../platform/createId.ts'

/** How the codes of a batch look: what stands in front, and how many characters follow, of which the last one checks the others. */
export interface CodeShape {
  readonly prefix: string
  readonly length: number
}

const GROUP = 4
/** At most one hit in so many tries. */
const TRIES_A_HIT = 1_000_000

/** Draws a code from a source that nobody can foresee; as codes are compared, without its hyphens. */
export function drawCode({ prefix, length }: CodeShape): string {
  let drawn = ''
  for (let at = 1; at < length; at++) drawn += READABLE[nextByte() % READABLE.length]!
  return prefix + drawn + checkOf(drawn)
}

/** Of a cryptographic source, fetched many at a time. */
const pool = new Uint8Array(16_384)
let used = pool.length
function nextByte(): number {
  if (used === pool.length) {
    randomFillSync(pool)
    used = 0
  }
  return pool[used++]!
}

/** Odd weights, so that no single character can be mistaken without notice. */
function checkOf(drawn: string): string {
  let sum = 0
  for (let at = 0; at < drawn.length; at++) sum += (2 * at + 1) * READABLE.indexOf(drawn[at]!)
  return READABLE[sum % READABLE.length]!
}

/** As it is printed: in groups of four after its prefix. */
export function printCode(code: string, { prefix }: Pick<CodeShape, 'prefix'>): string {
  const drawn = code.slice(prefix.length)
  const groups = Array.from({ length: Math.ceil(drawn.length / GROUP) }, (_none, at) =>
    drawn.slice(at * GROUP, (at + 1) * GROUP),
  )
  return [...(prefix === '' ? [] : [prefix]), ...groups].join('-')
}

/** Whether a code looks like one of a batch, and can't be one: a character of it is another. */
export function isMistyped(typed: string, shapes: readonly CodeShape[]): boolean {
  const code = normalizeCode(typed)
  const alike = shapes.filter(({ prefix, length }) => code.startsWith(prefix) && code.length === prefix.length + length)
  return alike.length > 0 && alike.every(({ prefix }) => !isChecked(code.slice(prefix.length)))
}

function isChecked(drawn: string): boolean {
  const isReadable = [...drawn].every((one) => READABLE.includes(one))
  return isReadable && checkOf(drawn.slice(0, -1)) === drawn.at(-1)
}

/** The least length at which guessing hits one of so many open codes no more often than once in a million tries. */
export function findLeastLength(open: number): number {
  let length = 2
  while (READABLE.length ** (length - 1) < open * TRIES_A_HIT) length++
  return length
}
