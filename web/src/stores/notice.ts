import { useTimeoutFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'

interface Notice {
  readonly text: string
  readonly kind: 'plain' | 'wrong'
  readonly action?: { readonly label: string; readonly run: () => void }
}

/** Long enough to read a sentence twice; what went wrong stays. */
const TIMEOUT_MS = 8000

/** One sentence at the edge of the screen, with at most one thing to do about it. Each restarts the timeout. */
export const useNotice = defineStore('notice', () => {
  const notice = shallowRef<Notice | null>(null)
  const { start, stop } = useTimeoutFn(close, TIMEOUT_MS, { immediate: false })

  function say(text: string, action?: Notice['action']): void {
    notice.value = action ? { text, kind: 'plain', action } : { text, kind: 'plain' }
    start()
  }

  function complain(text: string): void {
    notice.value = { text, kind: 'wrong' }
    stop()
  }

  function close(): void {
    notice.value = null
    stop()
  }

  /** Does what the notice offers, which then is gone. */
  function act(): void {
    const run = notice.value?.action?.run
    close()
    run?.()
  }
  return { notice, say, complain, close, act }
})
