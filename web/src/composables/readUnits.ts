/** The whole number of units in the field that an event is of; null where there is none from 0 to `most`. */
export function readUnits({ target }: Event, most = Number.MAX_SAFE_INTEGER): number | null {
  const units = target instanceof HTMLInputElement ? Math.floor(Number(target.value)) : NaN
  return units >= 0 && units <= most ? units : null
}
