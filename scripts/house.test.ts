import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { expect, test } from 'vitest'
import { PAGE_ROOTS } from '../contract/src/pageRoots.ts'

const ROOT = resolve(import.meta.dirname, '..')
const SOURCES = ['core/src', 'contract/src', 'server/src', 'web/src', 'scripts']

/** The rooms of the core, each of which may import those before it. */
const CORE_ROOMS = [
  'values',
  'terms',
  'catalogue',
  'units',
  'mechanics',
  'plan',
  'pricing',
  'time',
  'edges',
  'prices',
  'proof',
  'files',
  'testing',
]

const files = SOURCES.flatMap((folder) =>
  readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(ts|vue)$/.test(name) && !name.endsWith('.d.ts'))
    .map((name) => join(folder, name)),
)
const isTest = (file: string) => file.endsWith('.test.ts')

/** The files that each file imports, types included. */
const imports = new Map(
  files.map((file) => {
    const text = readFileSync(join(ROOT, file), 'utf8')
    const named = [...text.matchAll(/^(?:import|export)\b[^'"]*?from '([^']+)'|^import '([^']+)'/gm)]
    return [file, named.flatMap(([, from, bare]) => resolveImport(file, (from ?? bare)!))]
  }),
)

function resolveImport(file: string, name: string): string[] {
  const target = name.startsWith('@/')
    ? join('web/src', name.slice(2))
    : name.startsWith('.')
      ? relative(ROOT, resolve(ROOT, dirname(file), name))
      : null
  return target !== null && files.includes(target) ? [target] : []
}

/** Groups of nodes that reach each other, by Tarjan's algorithm. */
function findCircles(arrows: ReadonlyMap<string, readonly string[]>): string[][] {
  const seen = new Map<string, { index: number; low: number; isOpen: boolean }>()
  const open: string[] = []
  const circles: string[][] = []
  const visit = (node: string) => {
    const own = { index: seen.size, low: seen.size, isOpen: true }
    seen.set(node, own)
    open.push(node)
    for (const next of arrows.get(node) ?? []) {
      const other = seen.get(next) ?? visit(next)
      if (other.isOpen) own.low = Math.min(own.low, other.low)
    }
    if (own.low === own.index) {
      const circle = open.splice(open.indexOf(node))
      for (const one of circle) seen.get(one)!.isOpen = false
      if (circle.length > 1) circles.push(circle.sort())
    }
    return own
  }
  for (const node of arrows.keys()) if (!seen.has(node)) visit(node)
  return circles
}

const roomOf = (file: string) => file.split('/')[2]!
const isInCore = (file: string) => file.startsWith('core/src/') && file !== 'core/src/index.ts'

test('a circle is found, wherever one comes in', () => {
  const arrows = new Map([
    ['a', ['b']],
    ['b', ['c', 'd']],
    ['c', ['b']],
    ['d', []],
  ])
  expect(findCircles(arrows)).toEqual([['b', 'c']])
})

test('no files import each other in a circle, types included', () => {
  expect(findCircles(imports)).toEqual([])
})

test('the rooms of the core import only those before them', () => {
  const place = (file: string) => CORE_ROOMS.indexOf(roomOf(file))
  const wrong = [...imports].flatMap(([file, targets]) => {
    if (!isInCore(file) || isTest(file)) return []
    return targets
      .filter((target) => place(target) < 0 || place(target) > place(file))
      .map((target) => `${file} -> ${target}`)
  })
  expect(wrong).toEqual([])
})

test('the rooms of the core see each other’s faces alone', () => {
  const wrong = [...imports].flatMap(([file, targets]) => {
    if (!isInCore(file)) return []
    const others = targets.filter((target) => roomOf(target) !== roomOf(file) && roomOf(target) !== 'testing')
    return others.filter((target) => !target.endsWith('/index.ts')).map((target) => `${file} -> ${target}`)
  })
  expect(wrong).toEqual([])
})

/** A folder of the web, a feature by itself. */
function folderOf(file: string): string {
  const [, , first, second] = file.split('/')
  if (!second) return file
  return first === 'features' ? `features/${second}` : first!
}

test('the folders of the web import each other in no circle', () => {
  const arrows = new Map<string, string[]>()
  for (const [file, targets] of imports) {
    if (!file.startsWith('web/') || isTest(file)) continue
    const own = folderOf(file)
    const others = targets.map(folderOf).filter((folder) => folder !== own)
    arrows.set(own, [...(arrows.get(own) ?? []), ...others])
  }
  expect(arrows.size).toBeGreaterThan(20)
  expect(findCircles(arrows)).toEqual([])
})

test('the server knows under which addresses there are pages', () => {
  const router = readFileSync(join(ROOT, 'web/src/plugins/router.ts'), 'utf8')
  const roots = [...router.matchAll(/path: '\/([\w-]+)/g)].map(([, root]) => root!)
  expect([...new Set(roots)].sort()).toEqual([...PAGE_ROOTS].sort())
})

test('every decision is in the index, under its number and title', () => {
  const folder = join(ROOT, 'docs/decisions')
  const index = readFileSync(join(folder, 'README.md'), 'utf8')
  const pages = readdirSync(folder).filter((name) => /^\d{3}-/.test(name))
  const listed = [...index.matchAll(/^\| (\d{3}) +\| \[([^\]]+)\]\(([^)]+)\) +\| (\d{4}-\d\d-\d\d) +\|/gm)]
  expect(listed.map(([, , , file]) => file)).toEqual(pages.toSorted())
  for (const [, number, title, file] of listed)
    expect(readFileSync(join(folder, file!), 'utf8').split('\n')[0]).toBe(`# ${number} · ${title}`)
})

test('the core names no months of the texts that shoppers read', () => {
  const own = files.filter((file) => file.startsWith('core/src') && !isTest(file) && !file.includes('/testing/'))
  const withWords = own.filter((file) =>
    /(?<!\* .*)\b(?:january|february|april)\b/i.test(readFileSync(join(ROOT, file), 'utf8')),
  )
  expect(withWords).toEqual([])
})
