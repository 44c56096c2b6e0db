import { ref } from 'vue'

const isOpen = ref(false)

/** The Go to dialog, opened from the rail or by Ctrl K. */
export function useGoToDialog() {
  return {
    isOpen,
    open: () => {
      isOpen.value = true
    },
  }
}
