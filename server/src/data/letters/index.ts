export {
  deleteLetters,
  getMessage,
  listMessages,
  listRecipients,
  sendLetter,
  type Letter,
} from './letters.repository.ts'
