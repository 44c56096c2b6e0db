import { createProofMemory, type ProofMemory } from '@novalex/core'
import type { KnownFinding } from '../../data/findings/index.ts'
import { perDeps } from '../../jobs/perDeps.ts'
import { checkPlanThoroughly, type CheckQuestion } from './checkPlan.ts'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'

/** Results of earlier checks of the working plan, which is checked after every edit. */
const memoriesOf = perDeps<Sources, Map<string, ProofMemory>>(() => new Map())

function recallChannel(memories: Map<string, ProofMemory>, channel: string): ProofMemory {
  const memory = memories.get(channel) ?? createProofMemory()
  memories.set(channel, memory)
  return memory
}

interface Checked {
  readonly revision: number
  readonly findings: KnownFinding[]
}

export const checkPlanJob: RunnableJob<Sources, CheckQuestion, Checked> = {
  name: 'checkPlan',
  pool: 'check',
  run: (deps, question) => {
    const isEdited = question.plan === 'working'
    const memoryOf = (channel: string) => (isEdited ? recallChannel(memoriesOf(deps), channel) : undefined)
    return checkPlanThoroughly({ ...deps, memoryOf }, question)
  },
}
