/** Letters that look alike; vowels are doubled, which makes texts some 40 % longer. */
const LETTERS: Readonly<Record<string, string>> = {
  a: 'àà',
  e: 'éé',
  i: 'îî',
  o: 'öö',
  u: 'ûû',
  y: 'ýý',
  b: 'ƀ',
  c: 'ç',
  d: 'ð',
  f: 'ƒ',
  g: 'ğ',
  h: 'ĥ',
  j: 'ĵ',
  k: 'ķ',
  l: 'ļ',
  m: 'ɱ',
  n: 'ñ',
  p: 'þ',
  q: 'ɋ',
  r: 'ŕ',
  s: 'š',
  t: 'ţ',
  v: 'ṽ',
  w: 'ŵ',
  x: 'ẋ',
  z: 'ž',
}

/** Text in the pseudo-language. No ASCII letter is left, so a second pass changes nothing. */
export const toPseudo = (text: string) =>
  text.replace(/[a-z]/gi, (letter) => {
    const accented = LETTERS[letter.toLowerCase()]!
    return letter === letter.toLowerCase() ? accented : accented[0]!.toUpperCase() + accented.slice(1)
  })

/**
 * The catalogue of a language in the pseudo-language: every text, and what every function of the catalogue answers. Of an answer that is an object,
 * `subject` and `text`. Names that a function is given stay as they are.
 */
export function createPseudo<T>(catalogue: T): T {
  return translate(catalogue) as T
}

function translate(entry: unknown): unknown {
  if (typeof entry === 'string') return toPseudo(entry)
  if (typeof entry === 'function') return (...given: unknown[]) => translateAnswer(entry(...given), findNames(given))
  if (Array.isArray(entry)) return entry.map(translate)
  if (entry === null || typeof entry !== 'object' || entry instanceof RegExp) return entry
  return Object.fromEntries(Object.entries(entry).map(([key, one]) => [key, translate(one)]))
}

const SAID: ReadonlySet<string> = new Set(['subject', 'text'])

function translateAnswer(answer: unknown, names: readonly string[]): unknown {
  if (typeof answer === 'string') return toPseudoAround(answer, names)
  if (Array.isArray(answer)) return answer.map((one) => translateAnswer(one, names))
  if (answer === null || typeof answer !== 'object') return answer
  const fields = Object.entries(answer)
  return Object.fromEntries(fields.map(([key, one]) => [key, SAID.has(key) ? translateAnswer(one, names) : one]))
}

function toPseudoAround(text: string, names: readonly string[]): string {
  const at = names.map((name) => [name, text.indexOf(name)] as const).find(([, index]) => index >= 0)
  if (!at) return toPseudo(text)
  const [name, index] = at
  return `${toPseudoAround(text.slice(0, index), names)}${name}${toPseudoAround(text.slice(index + name.length), names)}`
}

/** Strings among what a function is given, the longest first; words of programs, such as `buy-get`, are none. */
function findNames(given: unknown, depth = 0): string[] {
  if (typeof given === 'string') return given.length > 1 && /[^a-z-]/.test(given) ? [given] : []
  if (given === null || typeof given !== 'object' || depth > 3) return []
  const found = Object.values(given).flatMap((one) => findNames(one, depth + 1))
  return [...new Set(found)].sort((a, b) => b.length - a.length)
}
