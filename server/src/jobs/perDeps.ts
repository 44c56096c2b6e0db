/** Creates something once for each set of dependencies, for jobs that keep what they have computed: a thread has one set of its own. */
export function perDeps<Deps extends object, T>(create: (deps: Deps) => T): (deps: Deps) => T {
  const created = new WeakMap<Deps, { readonly value: T }>()
  return (deps) => {
    const known = created.get(deps)
    if (known) return known.value
    const value = create(deps)
    created.set(deps, { value })
    return value
  }
}
