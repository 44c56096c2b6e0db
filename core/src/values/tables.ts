/** The keys of a table that has no others than its type says. */
export function keysOf<T extends object>(table: T): (keyof T & string)[] {
  return Object.keys(table) as (keyof T & string)[]
}

/** The entries of a table that has no other keys than its type says. */
export function entriesOf<T extends object>(table: T): [keyof T & string, T[keyof T & string]][] {
  return Object.entries(table) as [keyof T & string, T[keyof T & string]][]
}
