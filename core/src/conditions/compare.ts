import type { Comparison } from '../terms/index.ts'
import type { TestResult } from './definition.ts'

/** The comparison that holds if and only if another does not. */
export const OPPOSITE: Readonly<Record<Comparison, Comparison>> = {
  '>=': '<',
  '<': '>=',
  '>': '<=',
  '<=': '>',
  '=': '!=',
  '!=': '=',
}

export function decide(holds: boolean, found: TestResult['found']): TestResult {
  return { truth: holds ? 'true' : 'false', found }
}

export function compare(left: number, op: Comparison, right: number): TestResult {
  return decide(holds(left, op, right), left)
}

function holds(left: number, op: Comparison, right: number): boolean {
  switch (op) {
    case '>=':
      return left >= right
    case '>':
      return left > right
    case '<=':
      return left <= right
    case '<':
      return left < right
    case '=':
      return left === right
    case '!=':
      return left !== right
    default:
      return op satisfies never
  }
}

/** Returns the figure nearest to `own` for which a comparison with `at` holds, or fails. */
export function fitFigure(
  own: number,
  op: Comparison,
  { at, isNegated }: { readonly at: number; readonly isNegated: boolean },
): number {
  switch (isNegated ? OPPOSITE[op] : op) {
    case '>=':
      return Math.max(own, at)
    case '>':
      return Math.max(own, at + 1)
    case '<=':
      return Math.min(own, at)
    case '<':
      return Math.min(own, Math.max(0, at - 1))
    case '=':
      return at
    default:
      return own === at ? at + 1 : own
  }
}
