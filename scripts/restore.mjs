import { parseArgs } from 'node:util'
import { databaseOf, restore } from './lib/dump.mjs'
import { runMain, say, Trouble } from './lib/say.mjs'

/** `npm run restore -- FILE`: what a backup holds, into the database of DATABASE_URL; end its servers first. */
await runMain(async () => {
  const { values, positionals } = parseArgs({ options: { replace: { type: 'boolean' } }, allowPositionals: true })
  const [file] = positionals
  if (!file) throw new Trouble('Say from where:  npm run restore -- FILE.sql.gz')
  const database = databaseOf(process.env)
  await restore(database, file, { replaces: values.replace === true })
  say(`${database.name} holds what ${file} held. Start the servers.`)
})
