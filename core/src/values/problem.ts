import type { ProblemCode } from './problemCodes.ts'

/** Facts about a malformed input, as far as known. */
interface ShapeFacts {
  /** The most or the least that may be. */
  readonly limit?: number
  readonly max?: number
  /** The kind of value that is wanted. */
  readonly wanted?: string
  readonly given?: string | number
}

interface NameFacts {
  readonly id: string
}

interface TypedFacts {
  /** The given text. */
  readonly given: string
}

/** The facts that belong to a code, of those codes that have some. */
interface FactsByCode {
  'wrong-type': ShapeFacts
  'too-short': ShapeFacts
  'too-long': ShapeFacts
  'too-small': ShapeFacts
  'too-large': ShapeFacts
  'too-many': ShapeFacts
  'too-few': ShapeFacts
  'not-in-list': ShapeFacts
  malformed: ShapeFacts
  'not-allowed': ShapeFacts
  required: ShapeFacts
  'unknown-key': ShapeFacts
  'not-an-id': ShapeFacts
  'nested-too-deep': { readonly limit: number }
  'no-such-time': TypedFacts
  'ends-before-start': { readonly start: string; readonly end: string }
  'not-later': { readonly end: string | null }
  'unknown-sku': NameFacts
  'unknown-category': NameFacts
  'unknown-set': NameFacts
  'unknown-campaign': NameFacts
  'unknown-occasion': NameFacts
  'unknown-stack-group': NameFacts
  'duplicate-id': NameFacts
  'category-circle': NameFacts
  'follows-occasion': { readonly name: string }
  'place-without-figure': TypedFacts
  'unknown-place': TypedFacts
  'empty-range': { readonly from: number; readonly below: number }
  /** Limits that are money, units, or local times. */
  'not-ascending': { readonly given: number | string; readonly after: number | string; readonly isMoney?: boolean }
  'percent-range': { readonly given: number }
  'amount-zero': { readonly given: number }
  'price-negative': { readonly given: number }
  'price-not-lower': { readonly given: number; readonly highest: number }
  'ending-too-large': { readonly ending: number; readonly step: number }
  'duplicate-rank': { readonly rank: number }
  'unknown-zone': TypedFacts
  'not-a-percent': TypedFacts
  'not-money': TypedFacts
  'not-a-factor': TypedFacts
  'not-a-date': TypedFacts
  'not-a-time': TypedFacts
  'unknown-column': { readonly given: string; readonly columns: string }
  'duplicate-column': TypedFacts
  'missing-column': { readonly column: string }
  'wrong-field-count': { readonly given: number; readonly wanted: number }
  'duplicate-key': { readonly given: string; readonly row: number }
  'empty-category': TypedFacts
  'too-deep': { readonly given: number; readonly max: number }
  'not-an-amount': TypedFacts
  'not-a-rate': TypedFacts
  'maybe-fraction': TypedFacts
  'not-a-count': TypedFacts
  'sku-taken': TypedFacts
  'order-differs': TypedFacts
  'not-a-moment': TypedFacts
  'ambiguous-date': TypedFacts
  'damaged-number': TypedFacts
  'not-past': TypedFacts
  'not-a-rating': TypedFacts
  'in-future': TypedFacts
  'spans-overlap': TypedFacts
  'set-is-filter': TypedFacts
  'unpacks-too-large': { readonly max: number }
  formula: { readonly column: number }
  'cell-too-long': { readonly max: number }
  'too-many-columns': { readonly max: number }
  'unknown-option': TypedFacts
  'unknown-channel': TypedFacts
  'channel-in-use': { readonly given: string; readonly key: string }
  'lock-before-submission': { readonly leadHours: number }
  /** Two rules of a channel by their keys. */
  'rules-contradict': { readonly rule: string; readonly other: string }
  'private-address': TypedFacts
  'feed-without': { readonly field: 'sku' | 'price' }
  'unserved-country': { readonly given: string; readonly option: string }
  'unknown-shopper': NameFacts
  'not-an-email': TypedFacts
  'email-taken': TypedFacts
  'name-taken': TypedFacts
  'not-one-of': { readonly given: string; readonly choices: string }
  'one-of-columns': { readonly columns: string }
  'other-type': TypedFacts
  'unknown-name': TypedFacts
  'password-short': { readonly min: number }
  guessable: { readonly given: number; readonly min: number }
  'slug-taken': TypedFacts
}

type NoFacts = Readonly<Record<string, never>>

/** Facts for the message of a problem with that code. */
export type ProblemFacts<C extends ProblemCode> = C extends keyof FactsByCode ? FactsByCode[C] : NoFacts

/**
 * One thing that is wrong with an input: a registered code, where it is (`schedule.end`), and the facts of its code. The sentence itself is
 * written elsewhere, by locale.
 */
export type Problem = {
  readonly [C in ProblemCode]: { readonly code: C; readonly path: string; readonly facts?: ProblemFacts<C> }
}[ProblemCode]

/** How `createProblem` is given them: as one argument, which may or must be left out where a code has none. */
export type FactsAsked<C extends ProblemCode> = C extends keyof FactsByCode
  ? object extends FactsByCode[C]
    ? [FactsByCode[C]?]
    : [FactsByCode[C]]
  : []

export function createProblem<C extends ProblemCode>(code: C, path: string, ...[facts]: FactsAsked<C>): Problem {
  return (facts ? { code, path, facts } : { code, path }) as Problem
}

/** A problem that has no place yet. */
export type Fault = { readonly [C in ProblemCode]: { readonly code: C; readonly facts?: ProblemFacts<C> } }[ProblemCode]

/** A fault, or a problem of another place, as a problem of this one. */
export function placeProblem(problem: Fault, path: string): Problem {
  return { ...problem, path } as Problem
}

/** The problems of a part as those of the whole: `price` below `mechanic` is `mechanic.price`. */
export function placeBelow(part: string, problems: readonly Problem[]): Problem[] {
  return problems.map((problem) => placeProblem(problem, `${part}.${problem.path}`))
}
