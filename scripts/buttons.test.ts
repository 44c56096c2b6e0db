import { readdirSync, readFileSync } from 'node:fs'
import { join, resolve } from 'node:path'
import { parse } from 'vue/compiler-sfc'
import { expect, test } from 'vitest'
import { en } from '../web/src/locale/en/index.ts'

const WEB = resolve(import.meta.dirname, '../web/src')

/** With what a command begins. A verb has one meaning: `Remove` from a list or cart, `Delete` for good, `Void` a code, `Discard` edits. */
const VERBS = [
  ...[
    'Add',
    'Advance',
    'Apply',
    'Approve',
    'Back',
    'Cancel',
    'Change',
    'Check',
    'Choose',
    'Clear',
    'Close',
    'Compare',
    'Confirm',
  ],
  ...[
    'Copy',
    'Create',
    'Delete',
    'Discard',
    'Dismiss',
    'Edit',
    'End',
    'Erase',
    'Exclude',
    'Extend',
    'Export',
    'Generate',
    'Go to',
    'Hide',
  ],
  ...[
    'Import',
    'Include',
    'Invite',
    'Keep',
    'Look up',
    'Mark',
    'Match',
    'Negate',
    'New',
    'Open',
    'Paste',
    'Place',
    'Price',
  ],
  ...['Publish', 'Recalculate', 'Record', 'Remove', 'Reopen', 'Request', 'Resend', 'Reset', 'Restore', 'Return'],
  ...[
    'Revoke',
    'Run',
    'Save',
    'Select',
    'Send',
    'Set',
    'Shift',
    'Show',
    'Sign',
    'Submit',
    'Try',
    'Undo',
    'Update',
    'Use',
    'Void',
  ],
  'Withdraw',
]
const COMMAND = new RegExp(`^(?:${VERBS.join('|')})\\b`)

/** Buttons that are no commands: what to see or to choose from, pages, and what a click has just done. */
const CHOICES = new Set([
  ...[
    'accessText.keys.copied',
    'feedText.previous',
    'feedText.next',
    'accessText.mailbox.to',
    'productText.near',
    'productText.whole',
    'productText.table.any',
  ],
  ...['productText.table.there', 'productText.table.empty', 'repriceText.target.sale', 'repriceText.target.regular'],
  ...['repriceText.all', 'text.rail.keys', 'shopText.all', 'shopText.previousPage', 'shopText.nextPage'],
  ...['proofText.stacking.apart', 'proofText.stacking.together', 'text.promotion.when.extend.week'],
  ...['text.promotion.when.extend.fourWeeks', 'text.promotion.when.extend.month'],
])

/** Labels of several keys, each for one and the same action. */
const SHARED = new Set([
  'Apply',
  'Cancel',
  'Clear selection',
  'Delete',
  'Edit',
  'Remove',
  'Save',
  'Sign in',
  'Sign out',
])

interface Node {
  readonly type: number
  readonly tag?: string
  readonly content?: { readonly loc: { readonly source: string } }
  readonly props?: readonly {
    readonly arg?: { readonly content: string }
    readonly exp?: { readonly loc: { readonly source: string } }
  }[]
  readonly children?: readonly Node[]
  readonly branches?: readonly Node[]
}

const INTERPOLATION = 5
const textsOf = (node: Node): string[] =>
  node.type === INTERPOLATION ? [node.content!.loc.source] : (node.children ?? []).flatMap(textsOf)

/** Expressions of a template that label a button: in it, or given to a form's. */
function findLabels(node: Node): string[] {
  const own = node.tag === 'v-btn' || node.tag === 'button' ? textsOf(node) : []
  const given = (node.props ?? []).flatMap(({ arg, exp }) => (arg?.content === 'save' && exp ? [exp.loc.source] : []))
  return [...own, ...given, ...[...(node.children ?? []), ...(node.branches ?? [])].flatMap(findLabels)]
}

/** Keys in the catalogue that a component's buttons use: `words.save` as `storeText.save`. */
function readKeys(file: string): string[] {
  const { template, scriptSetup } = parse(readFileSync(join(WEB, file), 'utf8')).descriptor
  const script = scriptSetup?.content ?? ''
  const renamed = [...script.matchAll(/(\w+) as (\w+)/g)].map(([, from, to]) => [to!, from!] as const)
  const named = [...script.matchAll(/^const (\w+) = ((?:\w+Text|text)(?:\.\w+)*)$/gm)].map(
    ([, to, from]) => [to!, from!] as const,
  )
  const aliases = new Map([...renamed, ...named])
  const expressions = template?.ast ? findLabels(template.ast as unknown as Node) : []
  return expressions.flatMap((expression) =>
    [...expression.matchAll(/\b(words|text|\w+Text)((?:\.\w+)+)/g)].map(
      ([, head, path]) => `${aliases.get(head!) ?? head}${path}`,
    ),
  )
}

function lookUp(key: string): string | null {
  let entry: unknown = en
  for (const part of key.split('.')) entry = (entry as Record<string, unknown> | undefined)?.[part]
  if (typeof entry === 'function') return String(entry('⟨⟩', '⟨⟩'))
  return typeof entry === 'string' ? entry : null
}

const components = readdirSync(WEB, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.vue'))
const labels = new Map(
  [...new Set(components.flatMap(readKeys))].flatMap((key) => {
    const label = lookUp(key)
    return label === null ? [] : [[key, label] as const]
  }),
)

test('nearly all buttons are looked at', () => {
  expect(labels.size).toBeGreaterThan(110)
})

test('every command begins with a verb', () => {
  expect([...labels].filter(([key, label]) => !CHOICES.has(key) && !COMMAND.test(label))).toEqual([])
})

test('no label is used for two actions', () => {
  const keysOf = (label: string) => [...labels.keys()].filter((key) => labels.get(key) === label)
  const commands = [...labels].filter(([key, label]) => !CHOICES.has(key) && !SHARED.has(label))
  const shared = commands.filter(([, label]) => keysOf(label).length > 1)
  expect(shared).toEqual([])
})

test('what is listed here is used', () => {
  expect([...CHOICES].filter((key) => !labels.has(key))).toEqual([])
  expect(VERBS.filter((verb) => ![...labels.values()].some((label) => label.startsWith(verb)))).toEqual([])
})
