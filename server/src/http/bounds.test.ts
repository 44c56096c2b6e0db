import { ENDPOINTS, type Endpoint } from '@novalex/contract'
import { expect, test } from 'vitest'

/** The places of a schema that let through numbers without a least or a greatest one. */
function boundless(schema: unknown, place: string): string[] {
  if (typeof schema !== 'object' || schema === null) return []
  const { type, minimum, maximum } = schema as { type?: unknown; minimum?: number; maximum?: number }
  const isNumber = type === 'integer' || type === 'number'
  return [
    ...(isNumber && (minimum === undefined || maximum === undefined) ? [place] : []),
    ...Object.entries(schema).flatMap(([key, inner]) => boundless(inner, `${place}.${key}`)),
  ]
}

test('every number that a request may carry has bounds: what the database can not hold is refused at its place', () => {
  const found = Object.entries<Partial<Endpoint>>(ENDPOINTS).flatMap(([name, { body, query }]) => [
    ...boundless(body, `${name} body`),
    ...boundless(query, `${name} query`),
  ])
  // Percentages are refused by the core, with a sentence that knows what they are of.
  expect(found.filter((place) => !place.endsWith('.percent'))).toEqual([])
})
