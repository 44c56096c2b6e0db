import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { WebhooksService } from './webhooks.service.ts'

type Own = 'listWebhooks' | 'createWebhook' | 'deleteWebhook'

export function createWebhooksHandlers({ webhooks }: { readonly webhooks: WebhooksService }): HandlersOf<Own> {
  return {
    listWebhooks: () => webhooks.list(),
    createWebhook: ({ body, by }) => webhooks.create(body, by),
    deleteWebhook: async ({ params, by }) => {
      await webhooks.remove(params.id, by)
    },
  }
}
