import type { ConditionDefinition } from './definition.ts'
import { defineMembership } from './shared/shopper.ts'

/** The audiences that the shopper belongs to. */
export const audience = {
  ...defineMembership('audiences'),
  isInternal: true,
} as const satisfies ConditionDefinition<'audience'>
