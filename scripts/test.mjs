import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureDatabasePrograms } from './lib/database.mjs'
import { runMain, say } from './lib/say.mjs'
import { checkMachine, ensureBrowser, ensureBuild, ensureModules, ensurePrograms, ROOT } from './lib/system.mjs'
import { takeTurn } from './lib/turn.mjs'

const FOLDER = join(ROOT, '.novalex', 'test')
const UNIT_REPORT = join(FOLDER, 'unit.json')
const E2E_REPORT = join(FOLDER, 'e2e.json')

/** How long each phase took, in seconds. */
const phases = []

/** Sets up what is missing, then lint, types, unit tests and journeys; the last line is the sum. */
async function main() {
  checkMachine()
  const giveTurnBack = takeTurn(FOLDER, 'scripts/test.mjs')
  try {
    await measure('set-up', setUp)
    mkdirSync(FOLDER, { recursive: true })
    const sums = [
      ...(await measure('lint and types', () => Promise.all([check('Lint', 'lint'), check('Types', 'types')]))),
      await measure('unit tests', () =>
        runTests({ name: 'Unit tests', script: 'unit', report: UNIT_REPORT, read: readUnitReport }),
      ),
      await measure('journeys', () =>
        runTests({ name: 'Journeys', script: 'e2e', report: E2E_REPORT, read: readE2eReport }),
      ),
    ]
    await audit()
    const sum = (key) => sums.reduce((total, one) => total + one[key], 0)
    const total = phases.reduce((all, { seconds }) => all + seconds, 0)
    const each = phases.map(({ name, seconds }) => `${name} ${seconds.toFixed(0)} s`)
    say(`\nThat took ${total.toFixed(0)} s: ${each.join(', ')}.`)
    say(`${sum('passed')} passed, ${sum('failed')} failed, ${sum('skipped')} skipped`)
    if (sum('failed') > 0) process.exitCode = 1
  } finally {
    giveTurnBack()
  }
}

async function setUp() {
  // One waits for the network and the disk much of the time.
  await Promise.all([ensureModules(), installPrograms()])
  await ensureBuild()
}

async function installPrograms() {
  await ensureBrowser()
  await ensureDatabasePrograms()
  await ensurePrograms(['curl', 'mariadb-dump'], ['curl', 'mariadb-client'])
}

async function measure(name, work) {
  const startedAt = performance.now()
  const result = await work()
  phases.push({ name, seconds: (performance.now() - startedAt) / 1000 })
  return result
}

/** Says which holes are known in what is used, where the registry tells; a hole is explained in docs/run-it.md or fixed, not counted here. */
async function audit() {
  say('\nKnown holes in what is used …')
  const told = await new Promise((resolve) => {
    const child = spawn('npm', ['audit', '--omit=dev'], { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] })
    let said = ''
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece) => (said += String(piece)))
    child.on('error', () => resolve('npm can’t be asked'))
    child.on('close', () =>
      resolve(said.includes('audit endpoint returned an error') ? 'This registry does not tell.' : said.trim()),
    )
  })
  say(told)
}

/** Lint and types count only when they fail. */
async function check(name, script) {
  say(`\n${name} …`)
  const code = await runScript(script, [])
  return { passed: 0, failed: code === 0 ? 0 : 1, skipped: 0 }
}

/** A run that ends badly without a failed test to show for it counts as one. */
async function runTests({ name, script, report, read }) {
  say(`\n${name} …`)
  rmSync(report, { force: true })
  const code = await runScript(
    script,
    script === 'unit' ? ['--reporter=dot', '--reporter=json', `--outputFile.json=${report}`] : [],
  )
  const sums = existsSync(report)
    ? read(JSON.parse(readFileSync(report, 'utf8')))
    : { passed: 0, failed: 0, skipped: 0 }
  return code !== 0 && sums.failed === 0 ? { ...sums, failed: 1 } : sums
}

function runScript(script, args) {
  return new Promise((resolve) => {
    const child = spawn('npm', ['run', '-s', script, '--', ...args], {
      cwd: ROOT,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, NOVALEX_E2E_REPORT: E2E_REPORT },
    })
    child.on('error', () => resolve(1))
    child.on('close', (code) => resolve(code ?? 1))
  })
}

function readUnitReport({ numPassedTests, numFailedTests, numPendingTests, numTodoTests }) {
  return { passed: numPassedTests, failed: numFailedTests, skipped: numPendingTests + numTodoTests }
}

function readE2eReport({ stats }) {
  return { passed: stats.expected, failed: stats.unexpected + stats.flaky, skipped: stats.skipped }
}

await runMain(main)
