/** The sales channel whose prices are shown where nobody chose one. */
export const DEFAULT_CHANNEL = 'web'

/** The channels through which the store sells. */
export const CHANNELS: readonly string[] = [DEFAULT_CHANNEL, 'app', 'counter']
