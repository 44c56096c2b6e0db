/** A Wednesday morning in Vienna, with the demo plan around it. */
export const NOW = '2027-03-10T08:41:00Z'
/** The database with the demo as it is at first, seeded once; each worker has a copy, put back from it between journeys. */
export const FIRST = 'novalex_e2e_first'
