import { mdiCheckboxBlankOutline, mdiCheckboxMarked } from '@mdi/js'
import { watch } from 'vue'
import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'
import { useThemeName } from '@/composables/useThemeName.ts'
import { controlText, text } from '@/locale/catalogue.ts'
import { PALETTES } from '@/styles/palette.ts'

/** No transitions for overlays, so that clicks hit what is shown. */
const AT_ONCE = { transition: 'fade-transition' } as const
const FIELD = { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' } as const

const theme = useThemeName()

/** The one place where the component library's own look is changed. */
export const vuetify = createVuetify({
  theme: {
    defaultTheme: theme.value,
    themes: { paper: { dark: false, colors: PALETTES.paper }, night: { dark: true, colors: PALETTES.night } },
  },
  icons: {
    defaultSet: 'mdi',
    aliases: { ...aliases, checkboxOff: mdiCheckboxBlankOutline, checkboxOn: mdiCheckboxMarked },
    sets: { mdi },
  },
  // Named English in every language, for dates and numbers follow the store's own setting.
  locale: { locale: 'en', messages: { en: controlText } },
  defaults: {
    global: { ripple: false },
    VBtn: { variant: 'outlined', density: 'default', rounded: 'sm', elevation: 0, color: 'primary' },
    VBtnToggle: { density: 'compact', rounded: 'sm', variant: 'outlined', color: 'primary', mandatory: true },
    VTextField: FIELD,
    VTextarea: { ...FIELD, rows: 2, autoGrow: true },
    VSelect: { ...FIELD, ...AT_ONCE },
    VAutocomplete: { ...FIELD, ...AT_ONCE, noDataText: text.nothingFound },
    VCombobox: { ...FIELD, ...AT_ONCE },
    VCheckbox: { density: 'compact', hideDetails: true, color: 'primary' },
    VCard: { rounded: 'sm', elevation: 0 },
    // aria-owns would make the menu's content part of the button's accessible name.
    VMenu: { ...AT_ONCE, closeOnContentClick: false, activatorProps: { 'aria-owns': undefined } },
    VDialog: { maxWidth: 720 },
  },
})

watch(theme, (name) => void vuetify.theme.change(name))
