import { readdirSync, readFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { MECHANIC_KINDS } from '@novalex/core'
import ts from 'typescript'

/** Prints the size of the production code below a folder, and the share of tests: `npm run count -- FOLDER`; this project by default. */
const root = resolve(process.argv[2] ?? '.')
const SOURCES = ['core/src', 'contract/src', 'server/src', 'web/src']

const files = SOURCES.flatMap((folder) =>
  readdirSync(join(root, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(ts|vue)$/.test(name) && !/\.test\.ts$|testing\//.test(name))
    .map((name) => join(folder, name)),
)
const texts = new Map(files.map((file) => [file, readFileSync(join(root, file), 'utf8')]))

const counts = { any: 0, casts: 0, nonNull: 0 }
for (const [file, text] of texts) {
  const script = file.endsWith('.vue') ? (/<script[^>]*>([\s\S]*?)<\/script>/.exec(text)?.[1] ?? '') : text
  visit(ts.createSourceFile(file, script, ts.ScriptTarget.Latest, true))
}

function visit(node: ts.Node): void {
  if (node.kind === ts.SyntaxKind.AnyKeyword) counts.any++
  if (ts.isAsExpression(node) && node.type.getText() !== 'const') counts.casts++
  if (ts.isNonNullExpression(node)) counts.nonNull++
  ts.forEachChild(node, visit)
}

const lines = [...texts].map(([file, text]) => ({ file, lines: text.split('\n').length - 1 }))
const sorted = lines.toSorted((a, b) => a.lines - b.lines)
const largest = sorted.at(-1)!
const kinds = new RegExp(`'(?:${MECHANIC_KINDS.join('|')})'`)
const withKinds = [...texts].filter(([file, text]) => !file.includes('/mechanics/') && kinds.test(text))

console.log(
  `files ${files.length}, lines ${lines.reduce((sum, one) => sum + one.lines, 0)}, median ${sorted[sorted.length >> 1]!.lines}`,
)
console.log(`largest ${largest.lines} (${largest.file}); over 300: ${sorted.filter((one) => one.lines > 300).length}`)
console.log(`any ${counts.any}, casts ${counts.casts}, non-null ${counts.nonNull}`)
console.log(`files outside the mechanics' folders that name a kind: ${withKinds.length}`)

const WORKSPACES = ['core', 'contract', 'words', 'server', 'web', 'e2e', 'scripts', 'docs']
const TEST = /\.(test|spec)\.ts$|\/testing\/|^e2e\//
let [all, tests] = [0, 0]
const shares = WORKSPACES.map((workspace) => {
  let [own, ownTests] = [0, 0]
  for (const name of readdirSync(join(root, workspace), { recursive: true, encoding: 'utf8' })) {
    if (!/\.(ts|vue|mjs)$/.test(name) || /node_modules|dist\/|^unit\/|\.d\.mts$/.test(name)) continue
    const count = readFileSync(join(root, workspace, name), 'utf8').split('\n').length - 1
    own += count
    if (TEST.test(join(workspace, name))) ownTests += count
  }
  all += own
  tests += ownTests
  return `${workspace} ${percentOf(ownTests, own)}`
})
console.log(`tests ${percentOf(tests, all)} of ${all} lines (${shares.join(', ')})`)

function percentOf(part: number, whole: number): string {
  return `${((100 * part) / Math.max(1, whole)).toFixed(1)} %`
}
