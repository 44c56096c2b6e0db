/** Does a piece of work when its result is first asked for, and never again. */
export function once<T>(work: () => T): () => T {
  let known: { readonly value: T } | null = null
  return () => (known ??= { value: work() }).value
}
