import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { startDatabase } from './lib/database.mjs'
import { fillWithDemo, startServer } from './lib/serve.mjs'
import { ROOT, pause } from './lib/system.mjs'
const folder = join(ROOT, '.novalex', 'look'); mkdirSync(folder, { recursive: true })
const NOW = '2027-03-10T08:41:00Z'
const database = await startDatabase({ folder, database: 'novalex', fresh: process.argv.includes('--fresh') })
await fillWithDemo({ databaseUrl: database.url, now: NOW })
const server = await startServer({ databaseUrl: database.url, port: 9321, folder, now: NOW })
console.log('ready', server.url, database.url)
process.on('SIGTERM', async () => { await server.stop(); await database.stop(); process.exit(0) })
for (;;) await pause(1000)
