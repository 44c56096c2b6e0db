export type ThemeName = 'paper' | 'night'

const PAPER = {
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
  'on-primary': '#FFFFFF',
  'on-success': '#FFFFFF',
  'on-background': '#1D2B33',
  'on-surface': '#1D2B33',
}

/** The colours of each theme. */
export const PALETTES: Readonly<Record<ThemeName, typeof PAPER>> = {
  paper: PAPER,
  night: {
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
    'on-success': '#0B2026',
    'on-background': '#E8E6DF',
    'on-surface': '#E8E6DF',
  },
}

/** Gives the document the colours of a theme, by the names that the component library has for them, which pages may do without. */
export function paintDocument(name: ThemeName): void {
  const { style } = document.documentElement
  style.setProperty('color-scheme', name === 'night' ? 'dark' : 'light')
  for (const [key, hex] of Object.entries(PALETTES[name])) {
    const channels = [1, 3, 5].map((at) => Number.parseInt(hex.slice(at, at + 2), 16))
    style.setProperty(`--v-theme-${key}`, channels.join(','))
  }
}
