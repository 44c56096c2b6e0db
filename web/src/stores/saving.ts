import { defineStore } from 'pinia'
import { ref } from 'vue'

/** What became of the latest edit, as the moment bar says it. */
export type SavingState =
  | { readonly kind: 'quiet' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'saved'; readonly at: number }
  | { readonly kind: 'refused' }
  /** Who edits may look only. */
  | { readonly kind: 'lookOnly' }
  | { readonly kind: 'conflict' }
  | { readonly kind: 'away' }

export const useSaving = defineStore('saving', () => {
  const state = ref<SavingState>({ kind: 'quiet' })
  return { state }
})
