/** The most rows that a file may have. */
export const MAX_ROWS = 200_000
