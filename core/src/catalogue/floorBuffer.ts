import { percentOf, WHOLE, type BasisPoints, type MinorUnits } from '../values/index.ts'

/** Price after a reduction by percentage of the regular price; a higher floor would limit the reduction. */
export function computeHighestFloor(regular: MinorUnits, percent: BasisPoints): MinorUnits {
  return regular - percentOf(regular, percent)
}

/** The largest whole percentage that can be taken off the regular price without meeting the floor; 0 where none can. */
export function computeDeepestPercent(regular: MinorUnits, floor: MinorUnits): BasisPoints {
  if (regular <= 0 || floor >= regular) return 0
  let percent = Math.floor(((regular - floor) * WHOLE) / regular / 100) * 100
  while (percent < WHOLE && computeHighestFloor(regular, percent + 100) >= floor) percent += 100
  while (percent > 0 && computeHighestFloor(regular, percent) < floor) percent -= 100
  return percent
}
