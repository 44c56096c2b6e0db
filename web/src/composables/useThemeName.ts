import { createGlobalState, useStorage } from '@vueuse/core'
import { computed } from 'vue'

/** The theme that this browser chose; by day unless it says otherwise. */
export const useThemeName = createGlobalState(() => {
  const kept = useStorage<string>('novalex.theme', 'paper', localStorage)
  return computed({
    get: () => (kept.value === 'night' ? 'night' : 'paper'),
    set: (name) => {
      kept.value = name
    },
  })
})
