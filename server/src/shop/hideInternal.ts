import type { Condition } from '@novalex/core'

/** Sets, tags and families have names for planners alone: to a shopper each is a selection. */
const INTERNAL: ReadonlySet<string> = new Set(['sets', 'tags', 'families'])
const SELECTION = ['selection']

/** Groups of shoppers that an offer is not for are the store's own business. */
export function hideExcluded(when: Condition | null): Condition | null {
  if (when === null) return null
  if ('all' in when) return { all: when.all.map((part) => hideExcluded(part)!) }
  if ('any' in when) return { any: when.any.map((part) => hideExcluded(part)!) }
  if (!('not' in when)) return when
  return { not: 'test' in when.not && when.not.test === 'group' ? { ...when.not, in: SELECTION } : when.not }
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
