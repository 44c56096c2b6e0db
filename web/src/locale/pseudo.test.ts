import { createPseudo } from '@novalex/contract'
import { describePromotion, type Promotion, type Store } from '@novalex/core'
import { expect, test } from 'vitest'
import { en } from './en/index.ts'
import { setChannels, setDeliveryOptions, type Names } from '@novalex/words'
import rules from '../../../words/src/en/sentences.golden.json'

const xx = createPseudo(en)

/** Texts by their keys, `till.title`; functions stand for themselves. */
function flatten(entry: unknown, path = ''): [string, unknown][] {
  if (entry === null || typeof entry !== 'object' || entry instanceof RegExp) return [[path, entry]]
  return Object.entries(entry).flatMap(([key, one]) => flatten(one, path === '' ? key : `${path}.${key}`))
}

const isText = (entry: readonly [string, unknown]): entry is [string, string] => typeof entry[1] === 'string'
const texts = flatten(xx).filter(isText)

test('the pseudo-language has every key', () => {
  expect(flatten(xx).map(([path]) => path)).toEqual(flatten(en).map(([path]) => path))
  expect(texts.length).toBeGreaterThan(1000)
})

test('no text of it is English, and all together are some 40 % longer', () => {
  expect(texts.filter(([, text]) => /[a-z]/i.test(text))).toEqual([])
  const lengthOf = (entries: readonly [string, string][]) => entries.reduce((sum, [, { length }]) => sum + length, 0)
  const ratio = lengthOf(texts) / lengthOf(flatten(en).filter(isText))
  expect(ratio).toBeGreaterThan(1.3)
  expect(ratio).toBeLessThan(1.5)
})

const BASE: Omit<Promotion, 'stacking'> = {
  id: 'p1',
  name: 'One',
  rank: 1,
  state: 'ready',
  schedule: {},
  code: null,
  when: null,
  mechanic: { kind: 'markdown', reach: {}, value: { percent: 1000 } },
  limits: {},
  ladder: null,
}

setDeliveryOptions([])
setChannels([])

test('the sentence of a rule is translated, and its parts keep their editors', () => {
  const names: Names = { category: String, stackGroup: String, set: String, product: String }
  const store = { stackGroups: ['sale', 'club'], apart: [['sale', 'sale']] } as unknown as Store
  for (const { rule } of rules as unknown as readonly { rule: Partial<Promotion> }[]) {
    const promotion = { ...BASE, ...rule }
    const parts = describePromotion({ ...promotion, stacking: { group: 'club', mode: 'group' } }, store)
    const [said, translated] = [en, xx].map(({ writeSentence }) =>
      writeSentence(parts, { kind: promotion.mechanic.kind, names }),
    )
    expect(translated!.map(({ part }) => part)).toEqual(said!.map(({ part }) => part))
    expect(translated!.map(({ text }) => text).join('')).not.toMatch(/[a-z]{2}/)
  }
})
