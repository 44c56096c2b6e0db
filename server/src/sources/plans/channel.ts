/** The sales channel whose prices are shown where nobody chose one. */
export const DEFAULT_CHANNEL = 'web'
