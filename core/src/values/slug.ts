const LONGEST = 60

/** A name as part of an address or a file's name: small letters without accents and digits, in words joined by hyphens; empty if it has none. */
export function toSlug(name: string): string {
  const plain = name.slice(0, 200).normalize('NFKD').toLowerCase()
  const words = plain.replaceAll(/\p{M}/gu, '').match(/[a-z0-9]+/g) ?? []
  return words.join('-').slice(0, LONGEST).replace(/-$/, '')
}
