import type { Mechanic, Problem, PromotionPart, SentencePart } from '@novalex/core'
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
  /** Paths of its problems. */
  readonly paths: readonly string[]
  /** Paths that belong to another section. */
  readonly except?: string
}

/** The parts of a promotion in the order of its sentence, with their editors and where their problems lie. */
const SECTIONS: readonly Section[] = [
  { key: 'what', editor: WhatEditor, paths: ['mechanic', 'ladder'], except: 'mechanic.reach' },
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

/** The problems of a section, by a function that tells those at a path and below. */
export function problemsOf({ paths, except }: Section, problemsAt: (path: string) => Problem[]): Problem[] {
  const isOther = ({ path }: Problem) => except !== undefined && (path === except || path.startsWith(`${except}.`))
  return paths.flatMap(problemsAt).filter((problem) => !isOther(problem))
}

const SECTION_OF_PART: Readonly<Record<PromotionPart['part'], SectionKey>> = {
  open: 'when',
  start: 'when',
  end: 'when',
  weekly: 'when',
  shopper: 'shopper',
  code: 'shopper',
  ladder: 'what',
  limits: 'limits',
  stacking: 'stacking',
}

/** The section in which a part of the sentence is edited; what belongs to the mechanic is, apart from its reach, what it does. */
export function sectionOfPart(part: SentencePart['part']): SectionKey {
  if (part === 'reach') return 'reach'
  return part in SECTION_OF_PART ? SECTION_OF_PART[part as PromotionPart['part']] : 'what'
}
