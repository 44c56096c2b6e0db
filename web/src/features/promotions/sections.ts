import type { Mechanic, Problem } from '@novalex/core'
import type { Component } from 'vue'
import type { SectionKey } from '@/draft/sectionOfPart.ts'
import ChannelsEditor from './editors/ChannelsEditor.vue'
import DisplayEditor from './editors/DisplayEditor.vue'
import InsideEditor from './editors/InsideEditor.vue'
import LimitsEditor from './editors/LimitsEditor.vue'
import ReachEditor from './editors/ReachEditor.vue'
import ShopperEditor from './editors/ShopperEditor.vue'
import StackingEditor from './editors/StackingEditor.vue'
import WhatEditor from './editors/WhatEditor.vue'
import WhenEditor from './editors/WhenEditor.vue'

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
  { key: 'channels', editor: ChannelsEditor, paths: ['partners'] },
  { key: 'inside', editor: InsideEditor, paths: ['campaign', 'note'] },
]

/**
 * Buy and get, bundles, delivery and lists of prices name their products where they say what is given. Channels are chosen where there are any
 * but the store's own.
 */
export function sectionsOf(mechanic: Mechanic, hasPartners: boolean): readonly Section[] {
  const isListed = 'prices' in mechanic && mechanic.prices !== undefined
  const hasReach = 'reach' in mechanic && !isListed
  return SECTIONS.filter(({ key }) => (key !== 'reach' || hasReach) && (key !== 'channels' || hasPartners))
}

/** The problems of a section, by a function that tells those at a path and below. */
export function problemsOf({ paths, except }: Section, problemsAt: (path: string) => Problem[]): Problem[] {
  const isOther = ({ path }: Problem) => except !== undefined && (path === except || path.startsWith(`${except}.`))
  return paths.flatMap(problemsAt).filter((problem) => !isOther(problem))
}
