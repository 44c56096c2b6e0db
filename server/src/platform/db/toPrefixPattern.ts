/** Returns the pattern with which `like` finds texts that begin with a given one. */
export const toPrefixPattern = (text: string) => `${text.replace(/[\\%_]/g, '\\$&')}%`
