import { defineStore } from 'pinia'
import { ref } from 'vue'

/** Saving state of the latest edit, shown in the moment bar. */
export type SavingState =
  | { readonly kind: 'quiet' }
  | { readonly kind: 'saving' }
  | { readonly kind: 'saved'; readonly at: number }
  | { readonly kind: 'refused' }
  /** The user may only view. */
  | { readonly kind: 'lookOnly' }
  | { readonly kind: 'conflict' }
  | { readonly kind: 'away' }

export const useSaving = defineStore('saving', () => {
  const state = ref<SavingState>({ kind: 'quiet' })
  return { state }
})
