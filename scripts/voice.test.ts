import { readdirSync, readFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import ts from 'typescript'
import { describe, expect, test } from 'vitest'

const ROOT = resolve(import.meta.dirname, '..')

/** Modules whose texts people read: screens, shop, emails, the API reference and the demo. */
const SOURCES = [
  ...list('web/src/locale/en', /\.ts$/),
  ...list('words/src/en', /\.ts$/),
  ...list('server/src/locale/en', /Letters\.ts$/),
  ...list('contract/src', /ndpoints\.ts$/),
  ...list('scripts/demo', /^(?:plan|offers|mistakes|seed)\.ts$/),
]

function list(folder: string, pattern: RegExp): string[] {
  return readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => !name.endsWith('.test.ts') && pattern.test(name.split('/').at(-1)!))
    .map((name) => `${folder}/${name}`)
}

interface Text {
  readonly file: string
  readonly text: string
}

/** Texts of a module: its strings and templates, with `…` in place of values; no keys, imports or types. */
function readTexts(file: string): Text[] {
  const source = ts.createSourceFile(file, readFileSync(join(ROOT, file), 'utf8'), ts.ScriptTarget.Latest, true)
  const texts: string[] = []
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return
    if (ts.isPropertyAssignment(node) || ts.isMethodDeclaration(node)) {
      if (ts.isComputedPropertyName(node.name)) visit(node.name)
      if (ts.isPropertyAssignment(node)) visit(node.initializer)
      else if (node.body) visit(node.body)
      return
    }
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) texts.push(node.text)
    else if (ts.isTemplateExpression(node)) {
      texts.push([node.head.text, ...node.templateSpans.map(({ literal }) => literal.text)].join('⟨⟩'))
      for (const { expression } of node.templateSpans) visit(expression)
    } else ts.forEachChild(node, visit)
  }
  visit(source)
  return texts.map((text) => ({ file, text }))
}

/** Of a page: its text without code. */
function readProse(file: string): Text[] {
  const prose = readFileSync(join(ROOT, file), 'utf8').replace(/```[\s\S]*?```/g, '')
  return prose.split('\n').map((line) => ({ file, text: line.replace(/`[^`]*`/g, '⟨⟩') }))
}

const words = SOURCES.flatMap(readTexts)
const golden = (
  JSON.parse(readFileSync(join(ROOT, 'words/src/en/sentences.golden.json'), 'utf8')) as { sentence: string }[]
).map(({ sentence }) => ({ file: 'sentences.golden.json', text: sentence }))
const PAGES = [
  'README.md',
  'CONTRIBUTING.md',
  ...readdirSync(join(ROOT, 'docs'))
    .filter((name) => name.endsWith('.md') && name !== 'api.md')
    .map((name) => `docs/${name}`),
]
const all = [...words, ...golden, ...PAGES.flatMap(readProse)]

const find = (texts: readonly Text[], pattern: RegExp) =>
  texts.filter(({ text }) => pattern.test(text)).map(({ file, text }) => `${file}: ${text}`)

describe('words that are not said to people', () => {
  test('all texts are looked at', () => {
    expect(words.length).toBeGreaterThan(1500)
  })

  test.each([
    ['reckon', /\breckon/i],
    ['mend', /\bmend(?:s|ed|ing)?\b/i],
    ['fault', /\bfault/i],
    ['dear, dearer, dearest', /\bdear(?:er)?\b|\bthe dearest\b/i],
    ['somebody, whoever', /\b(?:somebody|whoever|whomever)\b/i],
    ['bring in', /\b(?:brings?|brought|bringing) in\b/i],
    ['take out, take up, take off', /\b(?:take|takes|took|taken) (?:out|up|off)\b/i],
    [
      'keep it, is kept',
      /\bkeep (?:it|them|these|this)\b|(?:”|\b(?:it|they|rules|prices)) (?:is|are) kept\b(?! until)/i,
    ],
    ['make void', /\bma[dk]e void\b/i],
    ['come to', /\b(?:comes?|came) to\b/i],
    ['by itself', /\bby (?:itself|themselves)\b/i],
    ['it holds', /\b(?:it|that|this|which) holds\b|\bholds? (?:now|for)\b/i],
    ['a hand, with a word', /\bneeds a hand\b|\bwith a word\b/i],
    ['as often as it may', /\bas often as\b/i],
    ['e-mail', /\be-mail/i],
    ['anyone, in rules', /\banyone (?:with|in|pays|gets|signed)\b|\bfor anyone\b(?! who reads)/i],
  ])('%s', (_name, pattern) => {
    expect(find(all, pattern)).toEqual([])
  })
})

describe('how texts are written', () => {
  test('an ellipsis follows its word without a space', () => {
    expect(find(words, / …$|\.\.\.| …[”"]/).filter((one) => !one.includes('Bearer …'))).toEqual([])
  })

  test('names stand in typographic quotation marks', () => {
    expect(find(words, /(?:^|\s)"[^"]+"|⟨⟩"|"⟨⟩/)).toEqual([])
  })

  test('an apostrophe is typographic', () => {
    expect(find(words, /[a-z]'(?:s|t|re|ve|ll|d)\b/)).toEqual([])
  })

  test('no space before a percent sign, and the currency comes first', () => {
    expect(find([...all], /(?:\d|⟨⟩) %|\d €|⟨⟩ €/)).toEqual([])
  })

  test('labels are in sentence case', () => {
    const proper =
      /^(?:Novalex|Outbox|Shop|Findings|Today|Calendar|Promotions|Products|Releases|Orders|Internal|Who|Alt|Ctrl|Unix)$/
    const isTitleCase = (text: string) =>
      /^[A-Z][a-z]+(?: [A-Z][a-z]+)+$/.test(text) &&
      !text
        .split(' ')
        .slice(1)
        .every((word) => proper.test(word))
    const labels = words.filter(({ file }) => /^(?:web\/src\/locale|words)/.test(file))
    expect(labels.filter(({ text }) => isTitleCase(text))).toEqual([])
  })

  test('summaries of endpoints are imperative', () => {
    const verbs =
      /^(?:Get|List|Create|Update|Delete|Sign|End|Set|Send|Change|Invite|Resend|Remove|Revoke|Stream|Check|Preview|Count|Price|Search|Download|Upload|Read|Import|Undo|Discard|Dismiss|Reopen|Place|Cancel|Record|Publish|Request|Approve|Return|Withdraw|Generate|Void|Look|Mark|Erase|Email|Confirm|Restore|Move|Compare|Fetch|Submit)\b/
    const summaries = [...list('contract/src', /ndpoints\.ts$/)].flatMap((file) =>
      [...readFileSync(join(ROOT, file), 'utf8').matchAll(/summary:\s*(['`])(.*?)\1/g)].map(([, , text]) => text!),
    )
    expect(summaries.length).toBeGreaterThan(130)
    expect(summaries.filter((text) => !verbs.test(text))).toEqual([])
  })
})
