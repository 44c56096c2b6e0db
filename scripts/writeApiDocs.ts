import { readFileSync, writeFileSync } from 'node:fs'
import { fillApiPage } from './describeEndpoints.ts'

const page = new URL('../docs/api.md', import.meta.url)
writeFileSync(page, fillApiPage(readFileSync(page, 'utf8')))
