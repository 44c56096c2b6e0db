import type { Schedule } from '../terms/index.ts'

/** A schedule with the dates of an occasion in place of its own, null while they are open; its weekly hours stay. */
export function followDates({ weekly }: Schedule, dates: Pick<Schedule, 'start' | 'end'> | null): Schedule {
  return { ...(dates ?? { open: true as const }), ...(weekly ? { weekly } : {}) }
}
