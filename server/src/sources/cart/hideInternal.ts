import type { Condition } from '@novalex/core'

/** Sets, tags and families have names for planners alone: to a shopper each is a selection. */
const INTERNAL: ReadonlySet<string> = new Set(['sets', 'tags', 'families'])
const SELECTION = ['selection']

/** Groups of shoppers that an offer is not for are the store's own business. */
export const hideExcluded = (when: Condition | null): Condition | null => when && hideIn(when, false)

function hideIn(when: Condition, isNegated: boolean): Condition {
  if ('not' in when) return { not: hideIn(when.not, !isNegated) }
  if ('all' in when) return { all: when.all.map((part) => hideIn(part, isNegated)) }
  if ('any' in when) return { any: when.any.map((part) => hideIn(part, isNegated)) }
  return isNegated && when.test === 'group' ? { ...when, in: SELECTION } : when
}

/** The same rule, condition or reward without the names of what only planners know. */
export function hideInternal<T>(value: T): T {
  if (Array.isArray(value)) return value.map((one: unknown) => hideInternal(one)) as T
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value).map(([key, inner]) => [
      key,
      INTERNAL.has(key) && Array.isArray(inner) ? SELECTION : hideInternal(inner as unknown),
    ]),
  ) as T
}
