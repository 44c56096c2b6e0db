import { accessText } from '@/locale/catalogue.ts'

const words = accessText.me

/** The kind of program behind what a browser calls itself, and on which system; null where it says neither. */
export function nameAgent(agent: string): string | null {
  const [, program] = PROGRAMS.find(([pattern]) => pattern.test(agent)) ?? []
  const [, system] = SYSTEMS.find(([pattern]) => pattern.test(agent)) ?? []
  if (!program && !system) return agent.split(/[\s/]/)[0] || null
  return system ? words.on(program ?? words.browser, system) : program!
}

// The more particular first: nearly all of them also claim to be some of the others.
const PROGRAMS: readonly (readonly [RegExp, string])[] = [
  [/Firefox\//, 'Firefox'],
  [/Edg\//, 'Edge'],
  [/Chrom(e|ium)\//, 'Chromium'],
  [/Safari\//, 'Safari'],
]
const SYSTEMS: readonly (readonly [RegExp, string])[] = [
  [/Android/, 'Android'],
  [/iPhone|iPad/, 'iOS'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'macOS'],
  [/Linux/, 'Linux'],
]
