/** A place of what was written, with what stood there before and after; empty: nothing did. */
interface Difference {
  readonly path: string
  readonly before: string
  readonly after: string
}

/** Differences of a log entry by path, without unchanged values and counters. */
export function listDifferences(detail: unknown): Difference[] {
  const { before, after } = (detail ?? {}) as { before?: unknown; after?: unknown }
  const [old, now] = [flatten(before), flatten(after)]
  return [...new Set([...old.keys(), ...now.keys()])]
    .filter((path) => !COUNTERS.test(path) && old.get(path) !== now.get(path))
    .map((path) => ({ path, before: old.get(path) ?? '', after: now.get(path) ?? '' }))
}

const COUNTERS = /^(version|updatedAt|updatedBy)$/

function flatten(value: unknown, path = '', into = new Map<string, string>()): Map<string, string> {
  if (value === undefined) return into
  if (typeof value !== 'object' || value === null) into.set(path, value === null ? '–' : String(value))
  else if (Array.isArray(value) && value.every((one) => typeof one !== 'object')) into.set(path, value.join(', '))
  else for (const [key, inner] of Object.entries(value)) flatten(inner, path === '' ? key : `${path} › ${key}`, into)
  return into
}
