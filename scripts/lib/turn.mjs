import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { Trouble } from './say.mjs'
import { ensureFolder, isOurProcess } from './system.mjs'

/** Keeps a second command from working on the same folder at the same time. Returns a function that gives the turn back. */
export function takeTurn(folder, script) {
  ensureFolder(folder)
  const file = join(folder, 'turn.pid')
  const holder = existsSync(file) ? Number(readFileSync(file, 'utf8')) : NaN
  if (holder !== process.pid && isOurProcess(holder, script)) {
    throw new Trouble(`${script} is already running here (process ${holder}). End it first, with Ctrl-C where it runs.`)
  }
  try {
    writeFileSync(file, String(process.pid))
  } catch (error) {
    throw new Trouble(`${folder} can't be written to (${error.code}). Is it yours?`)
  }
  return () => rmSync(file, { force: true })
}
