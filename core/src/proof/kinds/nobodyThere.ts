import { findTests, findTraits, type Trait } from '../../conditions/index.ts'
import { promotionSubject, type FindingFacts } from '../finding.ts'
import type { ProofInput } from '../proofInput.ts'
import type { Check } from './check.ts'

type Missing = FindingFacts['nobody-there']['missing'][number]

/** Promotions that name a group, tag, audience, shopper, channel, country or delivery method that nobody and nothing has. */
export const findNobodyThere: Check<'nobody-there'> = function* ({ input, toCome }) {
  for (const { id, promotion, schedule } of toCome) {
    const traits = findTraits(findTests(promotion.when), input.plan)
    const named = (promotion.partners ?? []).map(({ channel }) => ({ of: 'channel' as const, name: channel }))
    const found = [...traits, ...named].flatMap((trait): Missing[] =>
      'name' in trait && !isThere(trait, input) ? [{ of: trait.of, name: trait.name }] : [],
    )
    const missing = [...new Map(found.map((one) => [`${one.of} ${one.name}`, one])).values()]
    if (missing.length === 0) continue
    const proof = { at: Math.max(input.now, schedule.start) }
    yield { severity: 'warning', subjects: [promotionSubject(id)], facts: { missing }, proof, points: missing.length }
  }
}

function isThere({ of, name }: Extract<Trait, { readonly name: string }>, { there, deliveries }: ProofInput): boolean {
  switch (of) {
    case 'option':
      return deliveries.some(({ option }) => option === name)
    case 'country':
      return deliveries.some(({ country }) => country === name)
    default:
      return there[of].has(name)
  }
}
