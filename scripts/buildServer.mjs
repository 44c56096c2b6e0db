import { buildServer } from './lib/bundle.mjs'

const [outdir = 'server/dist'] = process.argv.slice(2)
await buildServer(outdir)
