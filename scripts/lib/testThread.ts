import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import type { TestProject } from 'vitest/node'
import { buildServer } from './bundle.mjs'
import { ROOT } from './system.mjs'

/** Builds what the server's threads run: from its sources each would take a second to start. Not where a running server has its own. */
export default async function setUp(project: TestProject): Promise<void> {
  const folder = join('server', 'unit')
  await buildServer(folder)
  project.provide('threadFile', pathToFileURL(join(ROOT, folder, 'thread.mjs')).href)
}
