import type { ReleaseChange } from '@novalex/contract'
import { call } from '@/api/call.ts'
import { useAttempt } from '@/composables/useAttempt.ts'
import { changeText, text } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { nameChange } from './describeChange.ts'

/** Takes a change back to how it is live, and offers to undo that. */
export function useDiscard(
  onChange: () => void = () => undefined,
): (change: Pick<ReleaseChange, 'id' | 'thing' | 'name'>) => Promise<void> {
  const notice = useNotice()
  const attempt = useAttempt()
  return (change) =>
    attempt(async () => {
      const { discard } = await call('discardChange', { body: { change: change.id } })
      onChange()
      const undo = () =>
        void attempt(async () => {
          await call('undoDiscard', { params: { number: String(discard) } })
          onChange()
        })
      notice.say(changeText.discarded(nameChange(change)), { label: text.common.undo, run: undo })
    })
}
