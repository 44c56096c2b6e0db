import { randomInt } from 'node:crypto'
import { READABLE } from '../../platform/createId.ts'
import { dateOf, toLocal, type Instant } from '@novalex/core'

const DRAWN = 6

/** A number for an order: the day, and characters that are drawn, so that nobody counts what a shop sells. The database keeps two apart. */
export function createOrderNumber(now: Instant, zone: string): string {
  const day = dateOf(toLocal(now, zone)).slice(2).replaceAll('-', '')
  const drawn = Array.from({ length: DRAWN }, () => READABLE[randomInt(READABLE.length)]).join('')
  return `${day}-${drawn}`
}
