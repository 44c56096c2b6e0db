import { findDeepestStacks } from './deepest/deepestStack.ts'
import type { FindingKind } from './finding.ts'
import { findBelowFloor } from './kinds/belowFloor.ts'
import { findBudgetShort } from './kinds/budgetShort.ts'
import type { Check } from './kinds/check.ts'
import { findChannelRules } from './kinds/channelRule.ts'
import { findPriceJumps } from './kinds/priceJump.ts'
import { findGuessable, findPublic, findRunOut, findTwice } from './kinds/codes.ts'
import { findEndsEarly } from './kinds/endsEarly.ts'
import { findGuestsExcluded } from './kinds/guestsExcluded.ts'
import { findBlockers } from './kinds/blockedByPromotion.ts'
import { findNeverApplies } from './kinds/neverApplies.ts'
import { findNoEnd, findTooLong } from './kinds/neverEnds.ts'
import { findNobodyThere } from './kinds/nobodyThere.ts'
import { findNotReleased } from './kinds/notReleased.ts'
import { findDateOpen, findOutside } from './kinds/occasions.ts'
import { findDearBundles, findDifferingReaches, findExactly } from './kinds/offerFaults.ts'
import { findRegularPriceJumps } from './kinds/regularPriceJump.ts'
import { findFloorCuts, findTooSmall } from './kinds/smallCuts.ts'
import { findUnreachable, findUselessTiers } from './kinds/steps.ts'
import { findStockShort } from './kinds/stockShort.ts'
import { findForbiddenWasPrices } from './kinds/wasPriceNotAllowed.ts'
import { findBroken } from './kinds/testCartBroken.ts'
import { findWorthlessRewards } from './kinds/rewardSavesNothing.ts'

/** How every kind of finding is looked for. */
export const CHECKS: { readonly [K in FindingKind]: Check<K> } = {
  'test-cart-broken': findBroken,
  'deepest-stack': findDeepestStacks,
  'below-floor': findBelowFloor,
  'regular-price-jump': findRegularPriceJumps,
  'not-released': findNotReleased,
  'was-price-not-allowed': findForbiddenWasPrices,
  'blocked-by-promotion': findBlockers,
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
  'exact-quantity': findExactly,
  'reach-differs': findDifferingReaches,
  'reward-saves-nothing': findWorthlessRewards,
  'step-unreachable': findUnreachable,
  'tier-saves-nothing': findUselessTiers,
  'guests-excluded': findGuestsExcluded,
  'nobody-there': findNobodyThere,
  'channel-rule': findChannelRules,
  'code-guessable': findGuessable,
  'code-duplicated': findTwice,
  'code-public': findPublic,
  'price-jump': findPriceJumps,
  'too-small': findTooSmall,
}
