import type { CompiledPromotion } from '../../pricing/index.ts'
import type { FindingKind, Found } from '../finding.ts'
import type { Probe } from '../probe.ts'

/** How one kind of finding is looked for. Yields each fault of the plan once. */
export type Check<K extends FindingKind> = (probe: Probe) => Iterable<Found<K>>

/** A kind that looks at each promotion by itself, with those that it meets; what was found before is recalled where nothing of that changed. */
export function ofEach<K extends FindingKind>(
  kind: K,
  find: (probe: Probe, entry: CompiledPromotion) => Iterable<Found<K>>,
): Check<K> {
  return function* (probe) {
    for (const entry of probe.toCome) yield* probe.recall.ofEntry(kind, entry, () => [...find(probe, entry)])
  }
}
