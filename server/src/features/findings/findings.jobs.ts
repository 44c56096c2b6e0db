import { createProofMemory, type ProofMemory } from '@novalex/core'
import type { KnownFinding } from '../../data/findings/index.ts'
import { perDeps } from '../../jobs/perDeps.ts'
import { checkPlanThoroughly, type CheckQuestion } from './checkPlan.ts'
import type { RunnableJob } from '../../jobs/job.ts'
import type { Sources } from '../../sources/createSources.ts'

/** Results of earlier checks of the working plan, which is checked after every edit. */
const memoryOf = perDeps<Sources, ProofMemory>(createProofMemory)

interface Checked {
  readonly revision: number
  readonly findings: KnownFinding[]
}

export const checkPlanJob: RunnableJob<Sources, CheckQuestion, Checked> = {
  name: 'checkPlan',
  pool: 'check',
  run: (deps, question) => {
    const memory = question.plan === 'working' ? memoryOf(deps) : undefined
    return checkPlanThoroughly({ ...deps, memory }, question)
  },
}
