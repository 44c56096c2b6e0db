import type { ImportPreview } from '../../../data/imports/index.ts'

interface Previewed {
  /** As it is known, or will be. */
  readonly name: string
  readonly isNew: boolean
  /** The columns that differ, of a file that has some. */
  readonly columns: readonly string[]
  readonly isChanged: boolean
}

const SHOWN_PROMOTIONS = 200

/** What a file of promotions would add and change. */
export function previewPromotions(rows: readonly Previewed[]): Partial<ImportPreview> {
  const added = rows.filter(({ isNew }) => isNew)
  const changed = rows.filter(({ isNew, isChanged }) => !isNew && isChanged)
  return {
    added: added.length,
    changed: changed.length,
    unchanged: rows.length - added.length - changed.length,
    promotions: [...changed, ...added].slice(0, SHOWN_PROMOTIONS).map(({ name, isNew, columns }) => {
      return { name, isNew, columns: isNew ? [] : [...columns] }
    }),
  }
}
