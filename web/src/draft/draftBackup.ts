import type { PromotionDraft } from '@novalex/contract'

/** Backup of unsaved edits in this browser, for leaving the page or a crash. */
export interface DraftBackup {
  /** The version that the edits began from. */
  readonly version: number
  readonly draft: PromotionDraft
}

const PREFIX = 'novalex.draft.'

export function readBackup(id: string): DraftBackup | null {
  const text = localStorage.getItem(PREFIX + id)
  if (text === null) return null
  try {
    return JSON.parse(text)
  } catch {
    clearBackup(id)
    return null
  }
}

export function writeBackup(id: string, backup: DraftBackup): void {
  try {
    localStorage.setItem(PREFIX + id, JSON.stringify(backup))
  } catch {
    // A full or forbidden storage only loses this safety net; saving goes on.
  }
}

export function clearBackup(id: string): void {
  localStorage.removeItem(PREFIX + id)
}

/** The promotions whose last edits were not saved. */
export function listBackups(): string[] {
  return Object.keys(localStorage)
    .filter((key) => key.startsWith(PREFIX))
    .map((key) => key.slice(PREFIX.length))
}
