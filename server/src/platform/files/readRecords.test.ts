import { describe, expect, test } from 'vitest'
import { readBatches, readRecords } from './readRecords.ts'
import { writeTable } from './writeTable.ts'

/** A file of so many rows under its header; every `quoted`th name in quotes, with a line break in it. */
function write(rows: number, { newline = '\n', quoted = 0, end = '' } = {}): Buffer {
  const name = (index: number) => (quoted > 0 && index % quoted === 0 ? `"Name;${newline}${index}"` : `Name ${index}`)
  const lines = Array.from({ length: rows }, (_none, index) => `S-${index};${name(index)}`)
  return Buffer.from(['sku;name', ...lines].join(newline) + end)
}

describe('every row of a file is read once, in order', () => {
  // Rows are read 2,000 at a time; the header is the first.
  const counts = [0, 1, 1998, 1999, 2000, 2001, 3999, 4000, 5500]
  const kinds = [
    { newline: '\n' },
    { newline: '\r\n', end: '\r\n' },
    { newline: '\r' },
    { newline: '\n', quoted: 7 },
    { newline: '\r\n', quoted: 1999, end: '\r\n' },
  ]
  test.each(counts.flatMap((rows) => kinds.map((kind) => ({ rows, ...kind }))))('%j', async ({ rows, ...kind }) => {
    const records = await readRecords(write(rows, kind))
    expect(records.map(([sku]) => sku)).toEqual([
      'sku',
      ...Array.from({ length: rows }, (_none, index) => `S-${index}`),
    ])
    expect(records.every((fields) => fields.length === 2)).toBe(true)
  })
})

test('a quote that is never closed is named by the row in which it begins, in any part', async () => {
  const file = Buffer.concat([write(3000), Buffer.from('\nS-X;"open\n')])
  await expect(readRecords(file)).rejects.toMatchObject({ problem: { code: 'broken-quotes', path: '3002' } })
})

test('a file of too many rows is refused before the rest of it is read', async () => {
  let read = 0
  const work = async () => {
    for await (const batch of readBatches(write(210_000))) read += batch.length
  }
  await expect(work()).rejects.toMatchObject({ problem: { code: 'too-many' } })
  expect(read).toBeLessThanOrEqual(200_001)
})

test('a workbook of several parts comes back whole', async () => {
  const rows = Array.from({ length: 4500 }, (_none, index) => [`S-${index}`, `Name ${index}`])
  const file = await writeTable({ columns: ['sku', 'name'], numbers: [], rows }, 'xlsx')
  expect(await readRecords(new Uint8Array(file))).toEqual([['sku', 'name'], ...rows])
})

test('a workbook is read whole every time', async () => {
  const file = new Uint8Array(await writeTable({ columns: ['sku'], numbers: [], rows: [['S-1'], ['S-2']] }, 'xlsx'))
  for (let times = 0; times < 200; times++) expect(await readRecords(file)).toEqual([['sku'], ['S-1'], ['S-2']])
})
