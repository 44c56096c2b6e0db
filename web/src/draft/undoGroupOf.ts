import type { PromotionDraft } from '@novalex/contract'

/** Returns the group in which edits are undone together: the place that typing changes; null for a choice, a drag or a click, each undone by itself. */
export function undoGroupOf(before: PromotionDraft, changes: Partial<PromotionDraft>): string | null {
  return isTyping() ? findPlace(before, { ...before, ...changes }) : null
}

function isTyping(): boolean {
  const { activeElement } = document
  if (activeElement instanceof HTMLTextAreaElement) return true
  return activeElement instanceof HTMLInputElement && !['checkbox', 'radio', 'button'].includes(activeElement.type)
}

/** The deepest place that holds all that differs. */
function findPlace(before: unknown, after: unknown): string {
  if (!isObject(before) || !isObject(after)) return ''
  const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])]
  const [key, ...others] = keys.filter((one) => JSON.stringify(before[one]) !== JSON.stringify(after[one]))
  return key === undefined || others.length > 0 ? '' : `${key}.${findPlace(before[key], after[key])}`
}

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null
