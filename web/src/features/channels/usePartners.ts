import type { Partner } from '@novalex/contract'
import { call } from '@/api/call.ts'
import { useAttempt } from '@/composables/useAttempt.ts'
import { channelText, text } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** The partner channels, which the store holds as one list. */
export function usePartners() {
  const store = useStoreInfo()
  const notice = useNotice()
  const attempt = useAttempt()

  /** `version`: of the store that the edits started from; the present one unless it is given. */
  const save = (partners: readonly Partner[], version: number = store.info!.version) =>
    call('savePartners', { body: { partners: [...partners], version } })

  /** Takes one out; the notice that says so brings it back to its place. */
  function remove(partner: Partner): Promise<void> {
    const at = store.partners.indexOf(partner)
    return attempt(async () => {
      await save(store.partners.filter(({ id }) => id !== partner.id))
      notice.say(channelText.removed(partner.name), {
        label: text.common.undo,
        run: () => void attempt(() => save(store.partners.toSpliced(at, 0, partner))),
      })
      await store.refresh()
    })
  }

  return { save, remove }
}
