/** Stands for any code of the edited promotion's batch. */
export const SAMPLE_CODE = 'BATCH'
