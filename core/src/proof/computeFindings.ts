import { FINDING_KINDS, type Finding, type FindingKind, type Subject, type Severity } from './finding.ts'
import type { ProofMemory } from './memory.ts'
import { createProbe } from './probe.ts'
import type { ProofInput } from './proofInput.ts'
import { CHECKS } from './registry.ts'

const GRAVITY: Readonly<Record<Severity, number>> = { blocker: 0, warning: 1, info: 2 }

interface Asked {
  readonly kinds?: readonly FindingKind[]
  /** Cache of earlier results; does not affect the findings. */
  readonly memory?: ProofMemory
}

/** All that deserves a look in a plan, gravest first. A function of its input alone. Source: docs/findings.md. */
export function computeFindings(input: ProofInput, { kinds = FINDING_KINDS, memory }: Asked = {}): Finding[] {
  const probe = createProbe(input, memory)
  const findings = kinds.flatMap((kind) => {
    return [...CHECKS[kind](probe)].map((found) => ({ ...found, kind, key: keyOf(kind, found.subjects) }) as Finding)
  })
  return findings.sort((a, b) => GRAVITY[a.severity] - GRAVITY[b.severity])
}

function keyOf(kind: FindingKind, subjects: readonly Subject[]): string {
  return JSON.stringify([kind, ...subjects.map(({ kind: about, id }) => [about, id])])
}
