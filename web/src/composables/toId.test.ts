import { expect, test } from 'vitest'
import { toId } from './toId.ts'

test.each([
  ['Express parcel', [], 'express-parcel'],
  ['  Über Nacht! ', [], 'u-ber-nacht'],
  ['Parcel', ['parcel', 'parcel-2'], 'parcel-3'],
  ['快递', [], 'way'],
  ['', ['way'], 'way-2'],
])('an id for %j', (name, taken, id) => {
  expect(toId(name, taken)).toBe(id)
})
