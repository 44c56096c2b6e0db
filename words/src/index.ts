export type { ConditionWords, Wording } from './conditionWords.ts'
export { describeCondition, describeFailed, describeNeed, describeWanted } from './en/conditions/describeCondition.ts'
export { CONDITION_WORDS, conditionWordsOf } from './en/conditions/index.ts'
export {
  formatEnd,
  formatEndInText,
  formatShopEnd,
  formatSpan,
  formatZone,
  joinWords,
  plural,
  quote,
} from './en/grammar.ts'
export { MECHANIC_WORDS, wordsOf } from './en/mechanics/index.ts'
export { describeShopValue, startSentence } from './en/mechanics/shared/values.ts'
export { describeReach, listNames } from './en/rules.ts'
export { describeLimits, describePart, describeWeekly, writeSentence } from './en/sentence.ts'
export {
  createFormatCache,
  currencySign,
  formatDate,
  formatDay,
  formatFigure,
  formatInstant,
  formatLocal,
  formatMoney,
  formatMonth,
  formatNumber,
  formatPercent,
  formatPoints,
  formatStart,
  formatTypedAmount,
  formatTypedRate,
  formatTypedStars,
  isMidnight,
  setPresentYear,
  setStoreFormats,
} from './format.ts'
export type { WordsOf } from './mechanicWords.ts'
export {
  MOST_NAMED,
  isEverything,
  nameChannel,
  nameDelivery,
  pickDelivery,
  setChannels,
  setDeliveryOptions,
  type Names,
} from './names.ts'
