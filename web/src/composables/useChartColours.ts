import { Chart } from 'chart.js'
import { computed } from 'vue'
import { useTheme } from 'vuetify'

Chart.defaults.font.family = 'Public Sans Variable, sans-serif'

/** The theme's colours for charts. Read anew with each theme: a canvas knows no variables. */
export function useChartColours() {
  const theme = useTheme()
  return computed(() => {
    void theme.name.value
    const style = getComputedStyle(document.querySelector('.v-application') ?? document.body)
    const read = (name: string) => style.getPropertyValue(name).trim()
    return { act: read('--act'), quiet: read('--quiet'), moment: read('--moment'), line: read('--line') }
  })
}
