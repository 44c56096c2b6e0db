import { createGlobalState, usePreferredDark, useStorage } from '@vueuse/core'
import { computed } from 'vue'
import type { ThemeName } from '@/styles/palette.ts'

/** The theme: the system's, until another is chosen in this browser. */
export const useThemeName = createGlobalState(() => {
  const chosen = useStorage<string>('novalex.theme', '', localStorage)
  const isDark = usePreferredDark()
  return computed<ThemeName>({
    get: () => ((chosen.value === '' ? isDark.value : chosen.value === 'night') ? 'night' : 'paper'),
    set: (name) => {
      chosen.value = name
    },
  })
})
