import { createPseudo, type Language } from '@novalex/contract'
import { en } from './en/index.ts'

/** All that people read, by key. A further language gives another object of this shape. */
type Catalogue = typeof en

const CATALOGUES: Readonly<Record<Language, () => Catalogue>> = { en: () => en, xx: () => createPseudo(en) }

/** The server names the language in the page; it stays until the page is loaded again. */
const tag = globalThis.document?.documentElement.lang ?? ''
const language = tag in CATALOGUES ? (tag as Language) : 'en'

export const {
  mechanicWords,
  conditionWords,
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
} = CATALOGUES[language]()
