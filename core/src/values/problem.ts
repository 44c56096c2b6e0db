/**
 * One thing that is wrong with an input: a registered code, where it is (`schedule.end`), and the facts that a sentence
 * about it needs. The sentence itself is written elsewhere, by locale.
 */
export interface Problem {
  readonly code: string
  readonly path: string
  readonly facts?: Readonly<Record<string, string | number | boolean | null>>
}

export function createProblem(code: string, path: string, facts?: Problem['facts']): Problem {
  return facts ? { code, path, facts } : { code, path }
}
