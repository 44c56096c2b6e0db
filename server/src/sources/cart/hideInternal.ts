/** Sets, tags and families have names for planners alone: to a shopper each is a selection. */
const INTERNAL: ReadonlySet<string> = new Set(['sets', 'tags', 'families'])
const SELECTION = ['selection']

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
