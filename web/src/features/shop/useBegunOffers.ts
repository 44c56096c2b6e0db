import type { ShopCartAnswer } from '@novalex/contract'
import { onBeforeUnmount, watch, type Ref } from 'vue'
import { useNotice } from '@/stores/notice.ts'
import { findBegun } from './findBegun.ts'

/** Announces offers that begin to apply to a cart, as long as they do. */
export function useBegunOffers(cart: Readonly<Ref<ShopCartAnswer | undefined>>): void {
  const notice = useNotice()
  let told = ''

  watch(cart, (now, before) => {
    if (!now || !before) return
    if (!findBegun(now).includes(told)) withdraw()
    for (const said of findBegun(now, before)) {
      notice.say(said)
      told = said
    }
  })

  function withdraw(): void {
    if (notice.notice?.text === told) notice.close()
  }
  onBeforeUnmount(withdraw)
}
