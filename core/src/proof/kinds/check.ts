import type { FindingKind, Found } from '../finding.ts'
import type { Probe } from '../probe.ts'

/** How one kind of finding is looked for. Yields each fault of the plan once. */
export type Check<K extends FindingKind> = (probe: Probe) => Iterable<Found<K>>
