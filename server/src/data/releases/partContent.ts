import type { NamedAtOnce } from '@novalex/contract'

/** What a release, or a request for one, takes over or does, where it is not of a whole plan. */
export interface PartContent {
  /** The changes that it takes over, by id; null: not so. */
  readonly changes: string[] | null
  /** What it does at once to one promotion; null: not so. */
  readonly atOnce: NamedAtOnce | null
}

const WHOLE: PartContent = { changes: null, atOnce: null }

/** Null for a whole plan. */
export function writeContent({ changes, atOnce }: PartContent): string | null {
  if (atOnce) return JSON.stringify({ atOnce })
  return changes && JSON.stringify({ changes })
}

export function readContent(content: string | null): PartContent {
  return content === null ? WHOLE : { ...WHOLE, ...JSON.parse(content) }
}
