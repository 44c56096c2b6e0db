import type { PromotionDraft } from '@novalex/contract'
import type { Steps } from './useHistory.ts'

/** The steps of an editing, and the version of the promotion that they lead up to. */
interface KeptSteps extends Steps<PromotionDraft | null> {
  readonly version: number
}

const PREFIX = 'novalex.steps.'

/** Undo history of this tab, kept across pages. */
export function keepSteps(id: string, steps: KeptSteps): void {
  try {
    sessionStorage.setItem(PREFIX + id, JSON.stringify(steps))
  } catch {
    // A full or forbidden storage only loses the way back; what is saved is saved.
    sessionStorage.removeItem(PREFIX + id)
  }
}

/** Null where there are none, or where someone else has saved since: undoing would take theirs back too. */
export function readSteps(id: string, version: number): Steps<PromotionDraft | null> | null {
  try {
    const steps: KeptSteps | null = JSON.parse(sessionStorage.getItem(PREFIX + id) ?? 'null')
    return steps?.version === version ? steps : null
  } catch {
    return null
  }
}
