import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, statfsSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { Trouble, say } from './say.mjs'

/** The project's folder. */
export const ROOT = fileURLToPath(new URL('../..', import.meta.url)).replace(/\/$/, '')

const NEEDED_MB = 1500

/** Runs a command and waits for it. Rejects with a `Trouble` that carries the end of its output. */
export function run(command, args, { env = {}, quiet = true, cwd = ROOT } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd,
      env: { ...process.env, ...env },
      stdio: quiet ? ['ignore', 'pipe', 'pipe'] : 'inherit',
    })
    let output = ''
    const keep = (chunk) => (output = (output + chunk).slice(-4000))
    child.stdout?.on('data', keep)
    child.stderr?.on('data', keep)
    child.on('error', (error) => reject(new Trouble(`${command} can't be started: ${error.message}`)))
    child.on('close', (code) => {
      if (code === 0) resolve(output)
      else
        reject(
          new Trouble(
            `${command} ${args.slice(0, 3).join(' ')} ended with ${code}:\n${output.trim().split('\n').slice(-8).join('\n')}`,
          ),
        )
    })
  })
}

/** Node's version and the free space; a sentence if either won't do. */
export function checkMachine() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19)) {
    throw new Trouble(`Novalex needs Node 20.19 or later; this is ${process.versions.node}.`)
  }
  const { bavail, bsize } = statfsSync(ROOT)
  const freeMb = Math.floor((bavail * bsize) / 2 ** 20)
  if (freeMb < NEEDED_MB) {
    throw new Trouble(
      `Only ${freeMb} MB are free on the disk of ${ROOT}; Novalex needs ${NEEDED_MB} MB to set itself up. Free some space and start again.`,
    )
  }
}

/** Installs Debian packages unless their programs are there. */
export async function ensurePrograms(programs, packages) {
  const missing = programs.filter((program) => !findProgram(program))
  if (missing.length === 0) return
  const wanted = packages.join(' ')
  if (!existsSync('/usr/bin/apt-get')) {
    throw new Trouble(
      `${missing.join(', ')} can't be found and this is not a Debian system. Install ${wanted} by your system's means, then start again.`,
    )
  }
  if (process.getuid?.() !== 0) {
    throw new Trouble(
      `${missing.join(', ')} can't be found and only root can install it. Run as root:  apt-get install --no-install-recommends ${wanted}\nthen start again.`,
    )
  }
  say(`Installing ${wanted} from Debian (once) …`)
  const env = { DEBIAN_FRONTEND: 'noninteractive' }
  await run('apt-get', ['update', '-q'], { env })
  await run('apt-get', ['install', '-y', '-q', '--no-install-recommends', ...packages], { env })
  const still = missing.filter((program) => !findProgram(program))
  if (still.length > 0) throw new Trouble(`${wanted} was installed, but ${still.join(', ')} still can't be found.`)
}

/** The path of a program, or undefined. */
export function findProgram(name) {
  const folders = [...(process.env.PATH ?? '').split(':'), '/usr/sbin', '/usr/bin', '/sbin']
  return folders.map((folder) => join(folder, name)).find((path) => existsSync(path))
}

/** The browser of the journeys: the one without windows, which takes a fifth less of the processor, or the whole one. */
export const findBrowser = () => findProgram('chromium-headless-shell') ?? findProgram('chromium')

/** Installs the browser of the journeys. Where that fails, the whole Chromium does if it is there. */
export async function ensureBrowser() {
  try {
    await ensurePrograms(['chromium-headless-shell'], ['chromium-headless-shell'])
  } catch (trouble) {
    if (!findBrowser()) throw trouble
    say(`The journeys run in ${findBrowser()}.`)
  }
}

/** `npm ci`, unless node_modules already is what package-lock.json says. */
export async function ensureModules() {
  const stamp = join(ROOT, 'node_modules', '.novalex-lock')
  const wanted = hashFiles([join(ROOT, 'package-lock.json')])
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  say('Installing the packages (npm ci) …')
  await run('npm', ['ci', '--no-audit', '--no-fund'])
  writeFileSync(stamp, wanted)
}

/** Builds the web application, unless what was built came from the same sources. */
export async function ensureBuild() {
  const stamp = join(ROOT, 'web', 'dist', '.novalex-sources')
  const folders = ['core/src', 'contract/src', 'words/src', 'web/src', 'server/src', 'scripts/demo'].map((folder) =>
    join(ROOT, folder),
  )
  const single = ['web/index.html', 'web/vite.config.ts', 'package.json', 'package-lock.json'].map((file) =>
    join(ROOT, file),
  )
  const wanted = hashFiles([...folders.flatMap(listFiles), ...single])
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return
  say('Building the application …')
  await run('npm', ['run', '-s', 'build'])
  writeFileSync(stamp, wanted)
}

/** A port of 127.0.0.1 that nobody listens on right now. */
export function findFreePort() {
  return new Promise((resolve, reject) => {
    const server = createServer()
    server.on('error', reject)
    server.listen(0, '127.0.0.1', () => {
      const { port } = server.address()
      server.close(() => resolve(port))
    })
  })
}

/** Whether someone listens on the port already. */
export function isPortTaken(port) {
  return new Promise((resolve) => {
    const server = createServer()
    server.on('error', () => resolve(true))
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(false)))
  })
}

/** Whether the process lives and its command line holds the marker: process ids are used again after a while. */
export function isOurProcess(pid, marker) {
  try {
    return Number.isInteger(pid) && readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(marker)
  } catch {
    return false
  }
}

/** Asks a process to end and waits until it has; after the time given it is killed. */
export async function endProcess(pid, { isAlive, timeoutMs = 20_000 }) {
  const until = Date.now() + timeoutMs
  if (isAlive()) process.kill(pid, 'SIGTERM')
  while (isAlive()) {
    if (Date.now() > until) process.kill(pid, 'SIGKILL')
    await pause(50)
  }
}

export function pause(ms) {
  return new Promise((resolve) => setTimeout(resolve, ms))
}

export function ensureFolder(path) {
  try {
    mkdirSync(path, { recursive: true })
  } catch (error) {
    throw new Trouble(
      `The folder ${path} can't be made (${error.code}). Is something else in its place, or is it not yours to write?`,
    )
  }
}

function listFiles(folder) {
  return readdirSync(folder, { recursive: true })
    .map((name) => join(folder, name))
    .filter((path) => statSync(path).isFile())
    .sort()
}

function hashFiles(paths) {
  const hash = createHash('sha256')
  for (const path of paths) hash.update(path.slice(ROOT.length)).update('\0').update(readFileSync(path)).update('\0')
  return hash.digest('hex')
}
