import type { Store } from '../terms/index.ts'

/**
 * The stacking group that a new promotion is put into, of those that the store has. A markdown: the first. A cart offer: the first that the markdowns go
 * together with and that two offers of cannot share an item or an order; a code: the last such, so that codes are apart from offers where the store
 * has a group for each. Source: docs/pricing.md, "Stacking".
 */
export function findFirstGroup(
  { stackGroups, apart }: Store,
  { phase, isCode }: { readonly phase: number; readonly isCode: boolean },
): string {
  const [first = ''] = stackGroups
  if (phase < 2) return first
  const isApart = (a: string, b: string) =>
    apart.some(([one, other]) => (one === a && other === b) || (one === b && other === a))
  const besideMarkdowns = stackGroups.filter((group) => group !== first && !isApart(group, first))
  const alone = besideMarkdowns.filter((group) => isApart(group, group))
  return (isCode ? alone.at(-1) : alone[0]) ?? besideMarkdowns[0] ?? first
}
