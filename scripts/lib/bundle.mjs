import { join } from 'node:path'
import { build } from 'esbuild'
import { ROOT } from './system.mjs'

/** Bundles a TypeScript file of the repository for Node, its packages left out. `entry`: path below the root. */
export async function bundle(entry, outfile) {
  await build({
    entryPoints: [join(ROOT, entry)],
    outfile,
    bundle: true,
    platform: 'node',
    format: 'esm',
    packages: 'external',
    logLevel: 'warning',
    alias: {
      '@novalex/core': join(ROOT, 'core', 'src', 'index.ts'),
      '@novalex/contract': join(ROOT, 'contract', 'src', 'index.ts'),
    },
  })
}
