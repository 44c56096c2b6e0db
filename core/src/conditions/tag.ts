import type { ConditionDefinition } from './definition.ts'
import { defineMembership } from './shared/shopper.ts'

/** The tags that the shopper carries. */
export const tag = {
  ...defineMembership('tags'),
  isInternal: true,
  isPersonal: true,
} as const satisfies ConditionDefinition<'tag'>
