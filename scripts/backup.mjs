import { statSync } from 'node:fs'
import { databaseOf, dump } from './lib/dump.mjs'
import { runMain, say, Trouble } from './lib/say.mjs'

/** `npm run backup -- FILE`: everything of the database of DATABASE_URL, while servers go on. */
await runMain(async () => {
  const [file] = process.argv.slice(2)
  if (!file) throw new Trouble('Say where to:  npm run backup -- FILE.sql.gz')
  const database = databaseOf(process.env)
  await dump(database, file)
  say(
    `${file} holds ${database.name}, ${(statSync(file).size / 2 ** 20).toFixed(1)} MB. Keep it like a password: sessions and people are in it.`,
  )
})
