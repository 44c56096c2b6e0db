import { computed } from 'vue'
import { useShopView } from '@/stores/shopView.ts'
import { useShopCart } from './shopCart.ts'

/** What shop pages are asked for: plan, moment and channel of the strip, and delivery as chosen for the cart, as long as the store has it. */
export function useShopQuery() {
  const view = useShopView()
  const shop = useShopCart()
  return computed(() => {
    const chosen = shop.kept.delivery
    const prices = view.shop?.delivery.find(({ id }) => id === chosen?.option)?.prices ?? []
    const isServed = prices.some(({ country }) => country === chosen?.country)
    return { ...view.asked, ...(isServed ? chosen : {}) }
  })
}
