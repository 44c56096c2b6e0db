/** A list with one of its items changed. */
export function changeAt<T extends object>(list: readonly T[], index: number, changes: Partial<T>): T[] {
  return list.map((item, at) => (at === index ? { ...item, ...changes } : item))
}
