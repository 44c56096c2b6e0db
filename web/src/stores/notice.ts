import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

export interface Notice {
  readonly text: string
  readonly kind: 'plain' | 'wrong'
  readonly action?: { readonly label: string; readonly run: () => void }
}

/** One sentence at the edge of the screen, with at most one thing to do about it. */
export const useNotice = defineStore('notice', () => {
  const notice = shallowRef<Notice | null>(null)
  function say(text: string, action?: Notice['action']): void {
    notice.value = action ? { text, kind: 'plain', action } : { text, kind: 'plain' }
  }
  function complain(text: string): void {
    notice.value = { text, kind: 'wrong' }
  }
  return { notice, say, complain }
})
