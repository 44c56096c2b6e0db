import { ref } from 'vue'

const isOpen = ref(false)

/** The choice of what to plan, opened from the promotions or by a key. */
export function useNewPromotion() {
  return { isOpen }
}
