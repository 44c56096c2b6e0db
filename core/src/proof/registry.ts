import { findDeepestStacks } from './deepest/deepestStack.ts'
import type { FindingKind } from './finding.ts'
import { findBelowFloor } from './kinds/belowFloor.ts'
import { findBudgetShort } from './kinds/budgetShort.ts'
import type { Check } from './kinds/check.ts'
import { findCliffs } from './kinds/cliff.ts'
import { findGuessable, findPublic, findRunOut, findTwice } from './kinds/codes.ts'
import { findEndsEarly } from './kinds/endsEarly.ts'
import { findGuestPromises } from './kinds/guestPromise.ts'
import { findInTheWay } from './kinds/inTheWay.ts'
import { findNeverApplies } from './kinds/neverApplies.ts'
import { findNoEnd, findTooLong } from './kinds/neverEnds.ts'
import { findNotReleased } from './kinds/notReleased.ts'
import { findDateOpen, findOutside } from './kinds/occasions.ts'
import { findDearBundles, findDifferingReaches, findExactly } from './kinds/offerFaults.ts'
import { findRegularPriceJumps } from './kinds/regularPriceJump.ts'
import { findFloorCuts, findTooSmall } from './kinds/smallCuts.ts'
import { findUnreachable, findUselessTiers } from './kinds/steps.ts'
import { findStockShort } from './kinds/stockShort.ts'
import { findForbiddenStrikes } from './kinds/strike.ts'
import { findBroken } from './kinds/testCartBroken.ts'
import { findWorthless } from './kinds/worthless.ts'

/** How every kind of finding is looked for. */
export const CHECKS: { readonly [K in FindingKind]: Check<K> } = {
  'test-cart-broken': findBroken,
  'deepest-stack': findDeepestStacks,
  'below-floor': findBelowFloor,
  'regular-price-jump': findRegularPriceJumps,
  'not-released': findNotReleased,
  'strike-not-allowed': findForbiddenStrikes,
  'in-the-way': findInTheWay,
  'never-applies': findNeverApplies,
  'ends-early': findEndsEarly,
  'no-end': findNoEnd,
  'too-long': findTooLong,
  'outside-occasion': findOutside,
  'date-open': findDateOpen,
  'floor-cuts': findFloorCuts,
  'stock-short': findStockShort,
  'budget-short': findBudgetShort,
  'codes-run-out': findRunOut,
  'bundle-dearer': findDearBundles,
  'exactly-misses': findExactly,
  'reach-differs': findDifferingReaches,
  'reward-worthless': findWorthless,
  'rung-unreachable': findUnreachable,
  'tier-useless': findUselessTiers,
  'guest-promise': findGuestPromises,
  'code-guessable': findGuessable,
  'code-twice': findTwice,
  'code-public': findPublic,
  cliff: findCliffs,
  'too-small': findTooSmall,
}
