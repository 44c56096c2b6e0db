export {
  deleteWebhook,
  insertWebhook,
  listDue,
  listWebhooks,
  queueWebhooks,
  settleAttempt,
  type Due,
} from './webhooks.repository.ts'
