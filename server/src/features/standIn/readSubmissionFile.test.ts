import type { SubmissionContent } from '@novalex/core'
import { expect, test } from 'vitest'
import type { Submission } from '../../data/submissions/index.ts'
import { writeSubmissionFile } from '../submissions/writeSubmissionFile.ts'
import { readSubmissionFile } from './readSubmissionFile.ts'

const CONTENT: SubmissionContent = {
  title: 'Pads; 20 percent, "now"',
  kind: 'markdown',
  when: { start: '2027-03-10T00:00:00.000Z', end: null },
  products: [
    { sku: 'A,1', regular: 1000, price: 800, leastPrice: 780 },
    { sku: 'Ü-2', regular: 5, price: null, leastPrice: null },
  ],
}
const write = async (changes: Partial<SubmissionContent> = {}) => {
  const submission = { promotion: 'p1', content: { ...CONTENT, ...changes }, decision: null, causes: [] }
  return (await writeSubmissionFile(submission as unknown as Submission)).toString()
}

test.each<[string, Partial<SubmissionContent>]>([
  ['with dates', {}],
  ['with an event', { when: { event: 'MD27' } }],
  ['at once, without an end', { when: { start: null, end: null } }],
])('a submission %s comes back from its file', async (_case, changes) => {
  expect(readSubmissionFile(await write(changes))).toEqual({
    promotion: 'p1',
    action: 'submit',
    content: { ...CONTENT, ...changes },
  })
})

test('what isn’t the file of one submission is none', async () => {
  const text = await write()
  expect(readSubmissionFile('')).toBeNull()
  expect(readSubmissionFile(text.split('\r\n')[0]!)).toBeNull()
  expect(readSubmissionFile(text.replace('10.00', 'ten'))).toBeNull()
  expect(readSubmissionFile(`${text}p2,markdown,Other,,,,B,1.00,0.90,,,\r\n`)).toBeNull()
})
