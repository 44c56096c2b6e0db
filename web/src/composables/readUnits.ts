/** Number of units in the field of an event, rounded down; null: empty, or not from 0 to `most`. */
export function readUnits({ target }: Event, most = Number.MAX_SAFE_INTEGER): number | null {
  if (!(target instanceof HTMLInputElement) || target.value.trim() === '') return null
  const units = Math.floor(Number(target.value))
  return units >= 0 && units <= most ? units : null
}

/** Shows the units in force, once a field with another text is left. */
export function showUnits({ target }: Event, units: number): void {
  if (target instanceof HTMLInputElement) target.value = String(units)
}
