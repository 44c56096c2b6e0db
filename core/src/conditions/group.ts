import type { ConditionDefinition } from './definition.ts'
import { defineMembership } from './shared/shopper.ts'

/** The groups that the shopper belongs to. */
export const group = {
  ...defineMembership('groups'),
  isInternal: true,
} as const satisfies ConditionDefinition<'group'>
