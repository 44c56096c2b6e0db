import type { TestProject } from 'vitest/node'

/** The seed from which a run's random cases follow; name one in NOVALEX_SEED to see them again. */
export default function setUp(project: TestProject): void {
  const seed = Number(process.env.NOVALEX_SEED ?? Date.now() % 2 ** 31)
  process.stdout.write(`Random cases: NOVALEX_SEED=${seed}\n`)
  project.provide('seed', seed)
}
