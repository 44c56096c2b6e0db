export {
  countOpen,
  findUses,
  getBatch,
  insertBatch,
  listBatches,
  listShapes,
  listUnmade,
  readCodes,
  readingCodesState,
  saveTrouble,
  voidBatch,
} from './codeBatches.repository.ts'
export {
  CODE_STATES,
  findCode,
  findHand,
  lockCode,
  lockCodes,
  markCodeIssued,
  nameFate,
  readingCodes,
  reopenCodes,
  usingCodes,
  voidCode,
} from './codes.repository.ts'
export { drawCode, findLeastLength, isMistyped, printCode, type CodeShape } from './codeText.ts'
export {
  claimAddress,
  countSent,
  deleteCodePage,
  findHanded,
  forgetRecipient,
  getHandOut,
  handOutCode,
  insertHandOut,
  listCodePages,
  saveHanded,
  takePlace,
  updateCodePage,
} from './handOuts.repository.ts'
export { makeCodes } from './makeCodes.ts'
