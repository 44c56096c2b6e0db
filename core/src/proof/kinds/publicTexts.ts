import type { Promotion } from '../../plan/index.ts'

/** Texts of a promotion for shoppers: title, description, label. */
export function readPublicTexts({ display = {} }: Pick<Promotion, 'display'>): string[] {
  const { title, description, label } = display
  return [title, description, label].filter((text): text is string => text !== undefined && text.trim() !== '')
}
