import { useAttempt } from '@/composables/useAttempt.ts'
import { text } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'

interface Removal {
  readonly name: string
  readonly remove: () => Promise<unknown>
  /** Makes it anew. */
  readonly restore: () => Promise<unknown>
}

/** Takes a record out at once; the notice that says so brings it back. */
export function useRecordRemoval(say: (name: string) => string): (removal: Removal) => Promise<void> {
  const attempt = useAttempt()
  const notice = useNotice()
  return ({ name, remove, restore }) =>
    attempt(async () => {
      await remove()
      notice.say(say(name), { label: text.common.undo, run: () => void attempt(restore) })
    })
}
