/** Whether two values of plain data are equal: however their keys are sorted, and whether what is empty was written or left out. */
export function isSameValue(a: unknown, b: unknown): boolean {
  return a === b || stableJson(a) === stableJson(b)
}

/** With sorted keys and without what is empty, so that equal rules compare equal however they were written. */
function stableJson(value: unknown): string | undefined {
  return JSON.stringify(toStable(value))
}

function toStable(value: unknown): unknown {
  if (value === null || value === undefined) return undefined
  if (typeof value !== 'object') return value
  if (Array.isArray(value)) return value.map(toStable)
  const filled = Object.entries(value).flatMap(([key, inner]: [string, unknown]) => {
    const stable = toStable(inner)
    return stable === undefined ? [] : [[key, stable] as const]
  })
  return filled.length === 0 ? undefined : Object.fromEntries(filled.sort(([a], [b]) => (a < b ? -1 : 1)))
}
