import { normalizeCode } from '../../plan/index.ts'
import type { CompiledPromotion } from '../../pricing/index.ts'
import { promotionSubject } from '../finding.ts'
import type { Check } from './check.ts'
import { readPublicTexts } from './publicTexts.ts'

const SHORT = 7

/** Short, or nothing but letters: whoever tries words finds it. */
export function isGuessable(code: string): boolean {
  const text = normalizeCode(code)
  return text.length < SHORT || /^\p{L}+$/u.test(text)
}

/** A code that is meant to be secret and that trying would find. */
export const findGuessable: Check<'code-guessable'> = function* ({ toCome, input }) {
  for (const entry of toCome) {
    const code = sharedCodeOf(entry)
    if (code === null || entry.promotion.display?.listed || !isGuessable(code)) continue
    const at = Math.max(input.now, entry.schedule.start)
    yield { severity: 'warning', subjects: [promotionSubject(entry.id)], facts: { code }, proof: { at }, points: 0 }
  }
}

/** Two promotions that one code opens at the same time: only the first by rank is opened. */
export const findTwice: Check<'code-duplicated'> = function* ({ toCome, input }) {
  const coded = toCome.filter((entry) => sharedCodeOf(entry) !== null)
  for (const [index, one] of coded.entries()) {
    const code = sharedCodeOf(one)!
    for (const other of coded.slice(index + 1)) {
      if (normalizeCode(sharedCodeOf(other)!) !== normalizeCode(code)) continue
      const at = Math.max(one.schedule.start, other.schedule.start, input.now)
      if (at >= Math.min(one.schedule.end, other.schedule.end)) continue
      yield {
        severity: 'warning',
        subjects: [one, other].map(({ id }) => promotionSubject(id)),
        facts: { code, at },
        proof: { at },
        points: 0,
      }
    }
  }
}

/** A code that is not listed, and stands in a text that everybody can read. */
export const findPublic: Check<'code-public'> = function* ({ toCome, input }) {
  const texts = toCome.flatMap(({ promotion }) => readPublicTexts(promotion))
  for (const entry of toCome) {
    const code = sharedCodeOf(entry)
    if (code === null || entry.promotion.display?.listed) continue
    if (!texts.some((text) => holdsCode(text, code))) continue
    const at = Math.max(input.now, entry.schedule.start)
    yield { severity: 'warning', subjects: [promotionSubject(entry.id)], facts: { code }, proof: { at }, points: 0 }
  }
}

/** Fewer than one code of ten is left. */
export const findRunOut: Check<'codes-run-out'> = function* ({ toCome, input }) {
  for (const { id, promotion } of toCome) {
    const own = input.codes[id]
    if (promotion.code === null || !('batch' in promotion.code) || !own || own.made === 0) continue
    if (own.open * 10 >= own.made) continue
    const { open, made } = own
    const points = 100 - Math.floor((open * 100) / made)
    yield {
      severity: 'warning',
      subjects: [promotionSubject(id)],
      facts: { open, made },
      proof: { at: input.now },
      points,
    }
  }
}

function sharedCodeOf({ promotion: { code } }: CompiledPromotion): string | null {
  return code && 'text' in code ? code.text : null
}

/** As a word of its own, however it is written. */
function holdsCode(text: string, code: string): boolean {
  const wanted = normalizeCode(code)
  return text.split(/[^\p{L}\p{N}-]+/u).some((word) => word !== '' && normalizeCode(word) === wanted)
}
