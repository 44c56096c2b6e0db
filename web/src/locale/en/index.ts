import { en as controlText } from 'vuetify/locale'
import {
  CONDITION_WORDS,
  MECHANIC_WORDS,
  describeShopValue,
  startSentence,
  describeCondition,
  formatEnd,
  formatEndInText,
  formatShopEnd,
  formatSpan,
  formatZone,
  joinWords,
  quote,
  describeReach,
  listNames,
  describeLimits,
  describePart,
  describeWeekly,
  writeSentence,
} from '@novalex/words'
import { accessText, nameAction, ROLE_HINTS, ROLE_SENTENCES, SCOPE_HINTS, THING_NAMES } from './access.ts'
import { atOnceText } from './atOnce.ts'
import { channelText, describeBroken, describeRules, ruleName } from './channels.ts'
import { changeText } from './changes.ts'
import { counted } from './counted.ts'
import { describeDoubt, feedText } from './feeds.ts'
import { filesText } from './files.ts'
import { FINDING_SENTENCES, findingText } from './findings.ts'
import { offerText } from './offers.ts'
import { planningText } from './planning.ts'
import { preparationText } from './preparation.ts'
import { explainError, explainFailure, explainProblem } from './problems.ts'
import { productText } from './products.ts'
import { proofText } from './proof.ts'
import { explainCode, explainLack, explainNudge, explainOutcome } from './reasons.ts'
import { referenceText } from './reference.ts'
import { repriceText } from './reprice.ts'
import { ROLE_NAMES } from './roleNames.ts'
import { sellingText } from './selling.ts'
import { describeShopNudge, describeShopOffer } from './shopOffer.ts'
import { shopText } from './shop.ts'
import { storeText } from './store.ts'
import { describeCauses, describeObstacle, describeSubmission, submissionText } from './submissions.ts'
import { text } from './text.ts'
import { todayText } from './today.ts'

/** All that people read in the web application, in English: texts by key, and functions that fill in their parameters. */
export const en = {
  mechanicWords: MECHANIC_WORDS,
  conditionWords: CONDITION_WORDS,
  /** Of the component library's own controls. */
  controlText,
  text,
  accessText,
  atOnceText,
  channelText,
  changeText,
  feedText,
  filesText,
  findingText,
  offerText,
  planningText,
  preparationText,
  productText,
  proofText,
  referenceText,
  repriceText,
  sellingText,
  shopText,
  storeText,
  submissionText,
  describeCauses,
  describeObstacle,
  describeSubmission,
  todayText,
  counted,
  ROLE_NAMES,
  ROLE_HINTS,
  ROLE_SENTENCES,
  SCOPE_HINTS,
  THING_NAMES,
  FINDING_SENTENCES,
  formatEnd,
  formatEndInText,
  formatShopEnd,
  formatSpan,
  formatZone,
  joinWords,
  listNames,
  quote,
  startSentence,
  nameAction,
  describeBroken,
  describeDoubt,
  describeRules,
  ruleName,
  describeCondition,
  describeReach,
  describePart,
  describeLimits,
  describeWeekly,
  writeSentence,
  describeShopNudge,
  describeShopOffer,
  describeShopValue,
  explainCode,
  explainError,
  explainFailure,
  explainLack,
  explainNudge,
  explainOutcome,
  explainProblem,
}
