import { createReadStream } from 'node:fs'
import { createInterface } from 'node:readline'
import { quoteLines } from './lib/quoteLines.ts'

/**
 * Prices cases: `npm run -s quote -- FILE`, or `-` for standard input; `--words` explains each in sentences. Exits with 1 if any case can't be priced.
 * See `quoteLines`.
 */
const args = process.argv.slice(2)
const [path] = args.filter((arg) => arg !== '--words')
if (path === undefined) throw new Error('Give a file with one case a line, or - for standard input.')
const input = path === '-' ? process.stdin : createReadStream(path)
const lines = createInterface({ input, crlfDelay: Infinity })
for await (const { text, isPriced } of quoteLines(lines, { isInWords: args.includes('--words') })) {
  if (!isPriced) process.exitCode = 1
  process.stdout.write(`${text}\n`)
}
