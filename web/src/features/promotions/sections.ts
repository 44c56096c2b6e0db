import type { Mechanic, SentencePart } from '@novalex/core'
import type { Component } from 'vue'
import DisplayEditor from './editors/DisplayEditor.vue'
import InsideEditor from './editors/InsideEditor.vue'
import LimitsEditor from './editors/LimitsEditor.vue'
import ReachEditor from './editors/ReachEditor.vue'
import ShopperEditor from './editors/ShopperEditor.vue'
import StackingEditor from './editors/StackingEditor.vue'
import WhatEditor from './editors/WhatEditor.vue'
import WhenEditor from './editors/WhenEditor.vue'

export type SectionKey = 'what' | 'reach' | 'shopper' | 'when' | 'stacking' | 'limits' | 'display' | 'inside'

interface Section {
  readonly key: SectionKey
  readonly editor: Component
  readonly paths: readonly string[]
}

const WHAT_PATHS = [
  ...['value', 'bands', 'rounding', 'tiers', 'count', 'on', 'maxUnits', 'pick', 'buy', 'get', 'gift', 'parts', 'price'],
  ...['repeat', 'options', 'basis'],
].map((key) => `mechanic.${key}`)

/** The parts of a promotion in the order of its sentence, with their editors and where their problems lie. */
const SECTIONS: readonly Section[] = [
  { key: 'what', editor: WhatEditor, paths: [...WHAT_PATHS, 'ladder'] },
  { key: 'reach', editor: ReachEditor, paths: ['mechanic.reach'] },
  { key: 'shopper', editor: ShopperEditor, paths: ['when', 'code'] },
  { key: 'when', editor: WhenEditor, paths: ['schedule', 'occasion'] },
  { key: 'stacking', editor: StackingEditor, paths: ['stacking'] },
  { key: 'limits', editor: LimitsEditor, paths: ['limits'] },
  { key: 'display', editor: DisplayEditor, paths: ['display'] },
  { key: 'inside', editor: InsideEditor, paths: ['campaign', 'note'] },
]

/** Buy and get, bundles, delivery and lists of prices name their products where they say what is given. */
export function sectionsOf(mechanic: Mechanic): readonly Section[] {
  const isListed = 'prices' in mechanic && mechanic.prices !== undefined
  return SECTIONS.filter(({ key }) => key !== 'reach' || ('reach' in mechanic && !isListed))
}

export const SECTION_OF_PART: Readonly<Record<SentencePart['part'], SectionKey>> = {
  open: 'when',
  start: 'when',
  end: 'when',
  weekly: 'when',
  shopper: 'shopper',
  reach: 'reach',
  value: 'what',
  rounding: 'what',
  stacking: 'stacking',
  limits: 'limits',
  code: 'shopper',
  maxUnits: 'what',
  tiers: 'what',
  buy: 'what',
  get: 'what',
  parts: 'what',
  price: 'what',
  repeat: 'what',
  options: 'what',
  surcharge: 'what',
  steps: 'what',
  ladder: 'what',
  prices: 'what',
}
