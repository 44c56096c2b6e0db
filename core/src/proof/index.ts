export { computeFindings } from './computeFindings.ts'
export { findSuspects } from './deepest/deepestStack.ts'
export {
  FINDING_KINDS,
  type Finding,
  type FindingFacts,
  type FindingKind,
  type Proof,
  type Subject,
  type Severity,
} from './finding.ts'
export { isGuessable } from './kinds/codes.ts'
export { createProofMemory, type ProofMemory } from './memory.ts'
export { createProbe } from './probe.ts'
export { DEFAULT_ALARM, type ProofInput } from './proofInput.ts'
export type { Wording } from './wording.ts'
