import type { Promotion } from '../../plan/index.ts'

/** What shoppers may read of a promotion: title, description, label. */
export function readPublicTexts({ display = {} }: Pick<Promotion, 'display'>): string[] {
  const { title, description, label } = display
  return [title, description, label].filter((text): text is string => text !== undefined && text.trim() !== '')
}
