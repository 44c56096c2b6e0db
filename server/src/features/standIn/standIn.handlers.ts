import type { HandlersOf } from '../../http/serveEndpoints.ts'
import type { StandInService } from './standIn.service.ts'

type Own = 'listDesks' | 'setDesk'

export function createStandInHandlers({ standIn }: { readonly standIn: StandInService }): HandlersOf<Own> {
  return {
    listDesks: () => standIn.list(),
    setDesk: ({ params, body, by }) => standIn.set(params.channel, body, by),
  }
}
