/** The most rows that a file may have, unless its format says otherwise. */
export const MAX_ROWS = 200_000
