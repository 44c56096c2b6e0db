export {
  confirmConsent,
  deleteContact,
  listConfirmed,
  listSpellings,
  lockContact,
  requestConsent,
  type Consent,
} from './contacts.repository.ts'
