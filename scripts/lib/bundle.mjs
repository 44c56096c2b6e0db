import { readFile } from 'node:fs/promises'
import { build } from 'esbuild'
import { ROOT } from './system.mjs'

const OPTIONS = {
  absWorkingDir: ROOT,
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  logLevel: 'warning',
  alias: Object.fromEntries(
    ['core', 'contract', 'words'].map((name) => [`@novalex/${name}`, `./${name}/src/index.ts`]),
  ),
}

/** Drivers of the query builder for other databases; they are not installed. */
const NO_DRIVERS = [
  'better-sqlite3',
  'cloudflare:sockets',
  'mariadb',
  'mssql',
  'mysql',
  'oracledb',
  'pg',
  'pg-native',
  'pg-query-stream',
  'sqlite3',
  'tedious',
]

/** Leaves packages out of the source map: reading their part of it takes as long as loading the whole bundle. */
const UNMAPPED_PACKAGES = {
  name: 'unmapped-packages',
  setup(builder) {
    builder.onLoad({ filter: /\/node_modules\/.*\.[cm]?js$/ }, async ({ path }) => {
      const code = await readFile(path, 'utf8')
      // Its only mapping is of a line behind the last: the bundler passes over a map without any.
      const mappings = `${';'.repeat(code.split('\n').length + 1)}AAAA`
      const map = Buffer.from(JSON.stringify({ version: 3, sources: [path], mappings })).toString('base64')
      return { contents: `${code}\n//# sourceMappingURL=data:application/json;base64,${map}` }
    })
  },
}

/** Bundles a TypeScript file of the repository for Node without its packages. `entry`: path below the root. */
export async function bundle(entry, outfile) {
  await build({ ...OPTIONS, entryPoints: [entry], outfile, packages: 'external' })
}

/**
 * Builds the server, its threads and the demo's seed into a folder. Threads start while someone waits, so their bundle holds the packages too: that
 * halves what a start takes.
 */
export async function buildServer(outdir) {
  const options = { ...OPTIONS, outdir, outExtension: { '.js': '.mjs' }, sourcemap: true, sourcesContent: false }
  await build({
    ...options,
    entryPoints: { main: 'server/src/app/main.ts', seed: 'scripts/demo/seed.ts' },
    packages: 'external',
  })
  await build({
    ...options,
    entryPoints: { thread: 'server/src/app/thread.ts' },
    external: NO_DRIVERS,
    plugins: [UNMAPPED_PACKAGES],
    // Packages in the older module format ask for others by `require`.
    banner: {
      js: "import { createRequire as createRequireHere } from 'node:module'\nconst require = createRequireHere(import.meta.url)",
    },
  })
}
