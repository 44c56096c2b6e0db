import type { SentencePart } from '@novalex/core'
import type { Component } from 'vue'
import InsideEditor from './editors/InsideEditor.vue'
import LimitsEditor from './editors/LimitsEditor.vue'
import ReachEditor from './editors/ReachEditor.vue'
import ShopperEditor from './editors/ShopperEditor.vue'
import StackingEditor from './editors/StackingEditor.vue'
import ValueEditor from './editors/ValueEditor.vue'
import WhenEditor from './editors/WhenEditor.vue'

export type SectionKey = 'what' | 'reach' | 'shopper' | 'when' | 'stacking' | 'limits' | 'inside'

/** The parts of a promotion in the order of its sentence, with their editors and where their problems lie. */
export const SECTIONS: readonly {
  readonly key: SectionKey
  readonly editor: Component
  readonly paths: readonly string[]
}[] = [
  { key: 'what', editor: ValueEditor, paths: ['mechanic.value', 'mechanic.bands', 'mechanic.rounding', 'ladder'] },
  { key: 'reach', editor: ReachEditor, paths: ['mechanic.reach'] },
  { key: 'shopper', editor: ShopperEditor, paths: ['when'] },
  { key: 'when', editor: WhenEditor, paths: ['schedule'] },
  { key: 'stacking', editor: StackingEditor, paths: ['stacking'] },
  { key: 'limits', editor: LimitsEditor, paths: ['limits'] },
  { key: 'inside', editor: InsideEditor, paths: ['name', 'campaign', 'note'] },
]

export const SECTION_OF_PART: Readonly<Record<SentencePart['part'], SectionKey>> = {
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
}
