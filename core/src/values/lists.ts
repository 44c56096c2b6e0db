/** Returns the first of a list that is not empty; throws on an empty one. */
export function firstOf<T>(list: readonly T[]): T {
  if (list.length === 0) throw new Error('the list is empty')
  return list[0] as T
}

/** Returns the last of a list that is not empty; throws on an empty one. */
export function lastOf<T>(list: readonly T[]): T {
  if (list.length === 0) throw new Error('the list is empty')
  return list[list.length - 1] as T
}

/** Maps a pair, keeping its length known to the compiler. */
export function mapPair<T, R>([one, other]: readonly [T, T], work: (item: T) => R): [R, R] {
  return [work(one), work(other)]
}
