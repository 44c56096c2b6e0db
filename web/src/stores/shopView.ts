import { defineStore } from 'pinia'
import { useSessionStorage } from '@vueuse/core'
import { computed, watch } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { setPresentYear, setStoreFormats, setDeliveryOptions, type Names } from '@novalex/words'
import { useSession } from './session.ts'
import { useMoment } from './moment.ts'

/** Plan and moment of the shop's pages: the live release now; staff may choose others. */
export const useShopView = defineStore('shop-view', () => {
  const session = useSession()
  /** Whether the working plan is looked at instead of the live release. */
  const isPreview = useSessionStorage('novalex.shop-preview', false)
  const moment = computed(() => (session.account ? useMoment() : null))
  const asked = computed(() => ({
    ...(moment.value?.isMoved ? { at: moment.value.at } : {}),
    ...(session.account && isPreview.value ? { plan: 'working' } : {}),
    ...moment.value?.inChannel,
  }))
  const { data } = useAnswer('getShop', () => ({ query: asked.value }))
  const shop = computed(() => data.value ?? null)
  watch(
    shop,
    (info) => {
      if (!info) return
      setStoreFormats(info)
      setDeliveryOptions(info.delivery)
      setPresentYear(info.now.slice(0, 4))
    },
    { immediate: true, flush: 'sync' },
  )
  const categories = computed(() => shop.value?.categories ?? [])
  const roots = computed(() => categories.value.filter(({ parent }) => parent === null))

  /** The names behind ids, as far as shoppers know any. */
  const names: Names = {
    category: (id) => categories.value.find((category) => category.id === id)?.name ?? id,
    stackGroup: String,
    set: String,
    product: String,
  }
  return { isPreview, asked, shop, categories, roots, names }
})
