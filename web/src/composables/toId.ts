/** An id that rules may name, for a new delivery method or channel: from its name, and none that is taken. */
export function toId(name: string, taken: readonly string[]): string {
  const plain = name
    .normalize('NFKD')
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-|-$/g, '')
    .slice(0, 40)
  const base = plain === '' ? 'way' : plain
  for (let at = 1; ; at++) {
    const id = at === 1 ? base : `${base}-${at}`
    if (!taken.includes(id)) return id
  }
}
