import type { FindingAnswer } from '@novalex/contract'
import { findingText as words } from '@/locale/catalogue.ts'

/** Links to a finding's subjects: promotions first, by name if there are several. */
export function linksOf(
  { subjects }: Pick<FindingAnswer, 'subjects'>,
  names: Readonly<Record<string, string>>,
): { readonly to: string; readonly title: string }[] {
  const promotions = subjects.filter(({ kind }) => kind === 'promotion')
  const other = subjects.find(({ kind }) => kind !== 'promotion')
  return [
    ...promotions.map(({ id }) => ({
      to: `/promotions/${id}`,
      title: promotions.length > 1 ? words.toPromotion(names[`promotion:${id}`] ?? id) : words.about.promotion,
    })),
    ...(other ? [{ to: pathOf(other), title: words.about[other.kind] }] : []),
  ]
}

function pathOf({ kind, id }: FindingAnswer['subjects'][number]): string {
  if (kind === 'product') return `/products/${encodeURIComponent(id)}`
  if (kind === 'channel') return '/channels'
  return kind === 'occasion' ? '/occasions' : '/test-carts'
}
