import type { Display, Flag } from '../terms/index.ts'
import type { Promotion } from './promotion.ts'

/** The occasion that a promotion follows. */
interface FollowedOccasion {
  readonly name: string
  readonly flag?: Flag | null
}

const PLACE = '{occasion}'

/** The texts of a promotion that name its occasion. */
export const findOccasionPlaces = (display: Display): ('title' | 'description' | 'label')[] =>
  (['title', 'description', 'label'] as const).filter((key) => display[key]?.includes(PLACE))

/** A promotion whose texts name the occasion that it follows: by its flag, otherwise by its name. One that names none is the same object. */
export function withOccasion(promotion: Promotion, occasion: FollowedOccasion | undefined): Promotion {
  const { display } = promotion
  if (!occasion || !display) return promotion
  const text = occasion.flag?.text ?? occasion.name
  const named = findOccasionPlaces(display)
  if (named.length === 0) return promotion
  // As a function: a name may contain what a replacement would take for a pattern.
  const filled = named.map((key) => [key, display[key]!.replaceAll(PLACE, () => text)] as const)
  return { ...promotion, display: { ...display, ...(Object.fromEntries(filled) as Partial<Display>) } }
}
