import { ref } from 'vue'

const isOpen = ref(false)

/** The list of keys, opened from the rail or by `?`. */
export function useKeysDialog() {
  return {
    isOpen,
    open: () => {
      isOpen.value = true
    },
  }
}
