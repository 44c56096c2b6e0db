import { createHash } from 'node:crypto'

/** Tells two requests apart by what they ask, however their keys are ordered. */
export function hashRequest(body: unknown): string {
  return createHash('sha256').update(JSON.stringify(body, sortKeys)).digest('base64url')
}

function sortKeys(_key: string, value: unknown): unknown {
  if (typeof value !== 'object' || value === null || Array.isArray(value)) return value
  return Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
}
