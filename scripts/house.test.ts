import { readdirSync, readFileSync } from 'node:fs'
import { dirname, join, relative, resolve } from 'node:path'
import { expect, test } from 'vitest'
import { PAGE_ROOTS } from '../contract/src/pageRoots.ts'

const ROOT = resolve(import.meta.dirname, '..')
const SOURCES = ['core/src', 'contract/src', 'words/src', 'server/src', 'web/src', 'scripts']

/** The rooms of the core, each of which may import those before it. */
const CORE_ROOMS = [
  'values',
  'terms',
  'catalogue',
  'units',
  'mechanics',
  'conditions',
  'plan',
  'changes',
  'pricing',
  'time',
  'edges',
  'prices',
  'channels',
  'proof',
  'files',
  'feeds',
  'testing',
]

/** The rooms of the server, each of which may import those before it. */
const SERVER_ROOMS = ['locale', 'platform', 'http', 'data', 'jobs', 'sources', 'features', 'app']

const files = SOURCES.flatMap((folder) =>
  readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => /\.(ts|vue)$/.test(name) && !name.endsWith('.d.ts'))
    .map((name) => join(folder, name)),
)
const isTest = (file: string) => file.endsWith('.test.ts')

const textOf = new Map(files.map((file) => [file, readFileSync(join(ROOT, file), 'utf8')]))

/** Static imports, exports from a module, and dynamic imports, types included. */
const IMPORT = /^(?:import|export)\b[^'"]*?from '([^']+)'|^import '([^']+)'|\bimport\('([^']+)'\)/gm

/** Imports forbidden per package, because it runs without them or they belong to a later package. */
const KEPT_OUT: Readonly<Record<string, RegExp>> = {
  core: /^(?:@novalex\/|vue|vuetify|node:|express|knex|mysql2|piscina)/,
  contract: /^(?:@novalex\/(?:words|server|web)|vue|vuetify|node:|express|knex|mysql2|piscina)/,
  words: /^(?:@novalex\/(?:server|web)|vue|vuetify|node:|express|knex|mysql2|piscina)/,
  server: /^(?:@novalex\/web|vue|vuetify)/,
  web: /^(?:@novalex\/server|node:|express|knex|mysql2|piscina)/,
}

/** The files that each file imports, types included; with `isLazy: false` without dynamic imports. */
function readImports({ isLazy }: { readonly isLazy: boolean }): Map<string, string[]> {
  return new Map(
    files.map((file) => {
      const named = [...textOf.get(file)!.matchAll(IMPORT)]
      const names = named.flatMap(([, from, bare, lazy]) => from ?? bare ?? (isLazy ? lazy! : []))
      return [file, names.flatMap((name) => resolveImport(file, name))]
    }),
  )
}
const imports = readImports({ isLazy: true })

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

test('a dynamic import is an import', () => {
  expect(imports.get('web/src/plugins/router.ts')!.length).toBeGreaterThan(20)
})

test('no files import each other in a circle, types included', () => {
  // A page that is loaded when it is opened may lead back to what opened it.
  expect(findCircles(readImports({ isLazy: false }))).toEqual([])
})

test.each(Object.keys(KEPT_OUT))('%s imports no package that is kept out of it', (name) => {
  const own = files.filter((file) => file.startsWith(`${name}/src/`) && !isTest(file) && !file.includes('/testing/'))
  const wrong = own.flatMap((file) =>
    [...textOf.get(file)!.matchAll(IMPORT)]
      .map(([, from, bare, lazy]) => from ?? bare ?? lazy!)
      .filter((imported) => KEPT_OUT[name]!.test(imported))
      .map((imported) => `${file} -> ${imported}`),
  )
  expect(own.length).toBeGreaterThan(20)
  expect(wrong).toEqual([])
})

/** The rooms as docs/architecture.md draws them. */
function readDrawn(): { readonly core: string[]; readonly server: string[] } {
  const page = readFileSync(join(ROOT, 'docs/architecture.md'), 'utf8')
  const [core = '', server = ''] = [...page.matchAll(/^```\n([\s\S]*?)^```$/gm)].map(([, text]) => text!)
  return {
    core: [...core.matchAll(/^\w+/gm)].map(([name]) => name),
    server: [...server.matchAll(/│ (\w+) │/g)].map(([, name]) => name!),
  }
}

test('the rooms are drawn as they are held', () => {
  expect(readDrawn()).toEqual({ core: CORE_ROOMS.filter((room) => room !== 'testing'), server: SERVER_ROOMS })
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

/** The folder of the core or of the server's data that a file belongs to, which others see by its face alone; null elsewhere. */
const facedFolderOf = (file: string) => /^(?:core\/src|server\/src\/data)\/\w+(?=\/)/.exec(file)?.[0] ?? null

const isFace = (file: string) => file.endsWith('/index.ts') && facedFolderOf(file) !== null

test('the rooms of the core and the folders of data see each other’s faces alone', () => {
  const wrong = [...imports].flatMap(([file, targets]) => {
    const others = targets.filter((target) => {
      const folder = facedFolderOf(target)
      return folder !== null && folder !== 'core/src/testing' && folder !== facedFolderOf(file)
    })
    return others.filter((target) => !isFace(target)).map((target) => `${file} -> ${target}`)
  })
  expect(wrong.filter((arrow) => !arrow.startsWith('scripts/'))).toEqual([])
})

const wordsOf = new Map([...textOf].map(([file, text]) => [file, new Set(text.match(/\w+/g))]))

test('a face names each export, and each is used outside', () => {
  const faces = [...files.filter(isFace), 'core/src/index.ts']
  expect(faces.length).toBeGreaterThan(35)
  // Declarations of the contract need its name.
  const isNeeded = (name: string) => name === 'PromotionFacts'
  const wrong = faces.flatMap((face) => {
    const text = textOf.get(face)!
    if (text.includes('export *')) return [`${face}: export *`]
    const outside = files.filter((file) => file !== 'core/src/index.ts' && !file.startsWith(dirname(face)))
    const named = [...text.matchAll(/(\w+)(?=,|\s*\})/g)].map(([name]) => name)
    return named
      .filter((name) => !isNeeded(name) && !outside.some((file) => wordsOf.get(file)!.has(name)))
      .map((name) => `${face}: ${name}`)
  })
  expect(wrong).toEqual([])
})

const isInServer = (file: string) => file.startsWith('server/src/') && !isTest(file) && roomOf(file) !== 'testing'

test('the rooms of the server import only those before them', () => {
  const place = (file: string) => SERVER_ROOMS.indexOf(roomOf(file))
  const wrong = [...imports].flatMap(([file, targets]) => {
    if (!isInServer(file)) return []
    return targets
      .filter((target) => target.startsWith('server/'))
      .filter((target) => place(target) < 0 || place(target) > place(file))
      .map((target) => `${file} -> ${target}`)
  })
  expect([...imports.keys()].filter(isInServer).length).toBeGreaterThan(200)
  expect(wrong).toEqual([])
})

test.each(['data', 'sources', 'features'])('the folders of the server’s %s import each other in no circle', (room) => {
  const own = (file: string) => file.startsWith(`server/src/${room}/`)
  const folder = (file: string) => file.split('/')[3]!
  const arrows = new Map<string, string[]>()
  for (const [file, targets] of imports) {
    if (!own(file) || isTest(file)) continue
    const others = targets.filter((target) => own(target) && folder(target) !== folder(file)).map(folder)
    arrows.set(folder(file), [...(arrows.get(folder(file)) ?? []), ...others])
  }
  expect(arrows.size).toBeGreaterThan(3)
  expect(findCircles(arrows)).toEqual([])
})

/** Calls of the query builder that name a table. */
const BUILT = /\b(?:\w*[dD]atabase|connection|transaction|snapshot)(?:<[^()]*?>)?\(\s*'([a-z_]+)'/g
/** Texts that are statements. */
const STATEMENT = /(['`])\s*\(?(?:select\b[^'`]*\bfrom\b|insert\s+\w|replace into\b|update\s+\w|delete\s+\w)[^'`]*\1/gi
/** Tables that a statement writes. */
const WRITTEN = /\b(?:insert (?:ignore )?into|replace into|delete from|(?<!for )update)\s+([a-z_]+)/gi

const withoutComments = (text: string) => text.replace(/\/\*[\s\S]*?\*\//g, '').replace(/^\s*\/\/.*$/gm, '')

test('SQL stands below data alone, and each table is written in one of its folders', () => {
  const strays: string[] = []
  const owners = new Map<string, Set<string>>()
  for (const file of files.filter(isInServer)) {
    if (file.startsWith('server/src/platform/db/')) continue
    const text = withoutComments(textOf.get(file)!)
    const statements = [...text.matchAll(STATEMENT)].map(([whole]) => whole)
    const built = [...text.matchAll(BUILT)].map(([, table]) => table!)
    if (roomOf(file) !== 'data') {
      if (statements.length + built.length > 0) strays.push(file)
      continue
    }
    const written = statements.flatMap((one) => [...one.matchAll(WRITTEN)].map(([, table]) => table!))
    for (const table of [...built, ...written])
      owners.set(table, (owners.get(table) ?? new Set()).add(file.split('/')[3]!))
  }
  expect(strays).toEqual([])
  expect(owners.size).toBeGreaterThan(25)
  const shared = [...owners].filter(([, folders]) => folders.size > 1)
  expect(shared.map(([table, folders]) => `${table}: ${[...folders].join(', ')}`)).toEqual([])
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
    // The router loads every page, and pages ask the router.
    if (!file.startsWith('web/') || isTest(file) || file === 'web/src/plugins/router.ts') continue
    const own = folderOf(file)
    const others = targets.map(folderOf).filter((folder) => folder !== own)
    arrows.set(own, [...(arrows.get(own) ?? []), ...others])
  }
  expect(arrows.size).toBeGreaterThan(20)
  expect(findCircles(arrows)).toEqual([])
})

test('the server knows under which addresses there are pages', () => {
  const router = textOf.get('web/src/plugins/router.ts')!
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
  const withWords = own.filter((file) => /(?<!\* .*)\b(?:january|february|april)\b/i.test(textOf.get(file)!))
  expect(withWords).toEqual([])
})

test('the core has no clock and no chance of its own', () => {
  const own = files.filter((file) => file.startsWith('core/src') && !isTest(file) && !file.includes('/testing/'))
  const wrong = own.filter((file) => /\bDate\.now\(|\bMath\.random\(|\bnew Date\(\)/.test(textOf.get(file)!))
  expect(own.length).toBeGreaterThan(100)
  expect(wrong).toEqual([])
})

test('keys are written out, not spread from a literal', () => {
  const packed = /[.]{3}\{ *\w+ *[,}]/
  expect(packed.test('...{ a, b }')).toBe(true)
  expect(files.filter((file) => packed.test(textOf.get(file)!) && file !== 'scripts/house.test.ts')).toEqual([])
})
