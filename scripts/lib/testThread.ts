import { execFileSync } from 'node:child_process'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import type { TestProject } from 'vitest/node'
import { ROOT } from './system.mjs'

declare module 'vitest' {
  interface ProvidedContext {
    threadFile: string
  }
}

/** Builds what the server's threads run: from its sources each would take a second to start. Not where a running server has its own. */
export default function setUp(project: TestProject): void {
  const folder = join('server', 'dist', 'unit')
  execFileSync('npm', ['run', '-s', 'build:server', '--', `--outdir=${folder}`], { cwd: ROOT, stdio: 'inherit' })
  project.provide('threadFile', pathToFileURL(join(ROOT, folder, 'thread.mjs')).href)
}
