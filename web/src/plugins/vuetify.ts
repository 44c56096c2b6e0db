import '@fontsource-variable/bricolage-grotesque/wght.css'
import '@fontsource-variable/public-sans/wght.css'
import { mdiCheckboxBlankOutline, mdiCheckboxMarked } from '@mdi/js'
import { createVuetify, type ThemeDefinition } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'
import 'vuetify/styles'
import { text } from '@/locale/en.ts'

const paper: ThemeDefinition = {
  dark: false,
  colors: {
    background: '#FBFAF6',
    surface: '#FFFFFF',
    primary: '#0E4F5C',
    secondary: '#57646B',
    moment: '#D99A06',
    'moment-wash': '#FFF7DF',
    error: '#A93A2A',
    success: '#4C6B3C',
    hairline: '#E4DFD3',
    desk: '#F1EFE8',
    quiet: '#5A666C',
    'on-background': '#1D2B33',
    'on-surface': '#1D2B33',
  },
}

const night: ThemeDefinition = {
  dark: true,
  colors: {
    background: '#141C20',
    surface: '#1B252A',
    primary: '#7CC3CF',
    secondary: '#A9B4B9',
    moment: '#E9B23A',
    'moment-wash': '#2C2718',
    error: '#EE9384',
    success: '#A5C68F',
    hairline: '#324048',
    desk: '#182126',
    quiet: '#A3AFB5',
    'on-primary': '#0B2026',
    'on-background': '#E8E6DF',
    'on-surface': '#E8E6DF',
  },
}

/** What opens over the page is in its place at once: whoever clicks into it hits what they see. */
const AT_ONCE = { transition: 'fade-transition' } as const
const FIELD = { variant: 'outlined', density: 'compact', hideDetails: 'auto', color: 'primary' } as const

/** The one place where the component library's own look is changed. */
export const vuetify = createVuetify({
  theme: { defaultTheme: 'paper', themes: { paper, night } },
  icons: {
    defaultSet: 'mdi',
    aliases: { ...aliases, checkboxOff: mdiCheckboxBlankOutline, checkboxOn: mdiCheckboxMarked },
    sets: { mdi },
  },
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
    VMenu: { ...AT_ONCE, closeOnContentClick: false },
    VDialog: { maxWidth: 720 },
    VSnackbar: { location: 'bottom left', color: 'on-background' },
  },
})
