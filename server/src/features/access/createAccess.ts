import type { RequestHandler } from 'express'
import type { Config } from '../../platform/config.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import { createMailboxHandlers } from '../mailbox/mailbox.handlers.ts'
import { createKeysHandlers, createPeopleHandlers, createSignInHandlers } from './access.handlers.ts'
import { findKeyHolder } from '../../data/keys/keys.repository.ts'
import { namesWithRole } from '../../data/people/people.repository.ts'
import { createIdentify, type Identify } from '../../http/identity.ts'
import { createKeysService } from './keys.service.ts'
import { createPeopleService, type AccessDeps } from './people.service.ts'
import { createSessions } from './sessions.ts'
import { createSignInService } from './signIn.service.ts'

interface Options extends AccessDeps {
  readonly config: Pick<Config, 'isDemo' | 'origins'>
  /** What signs the cookies. */
  readonly cookieSecret: string
}

export type Access = ReturnType<typeof createAccess>

/** All about who may do what: what stands before every request of the API, and the handlers of its own endpoints. */
export function createAccess({ config: { isDemo, origins }, cookieSecret, ...deps }: Options) {
  const signIn = createSignInService({ ...deps, isDemo })
  const people = createPeopleService(deps)
  const all = { ...deps, isDemo, origins, signIn, people, keys: createKeysService(deps) }
  const sessions: RequestHandler = createSessions(deps.database, cookieSecret, deps.wallClock)
  const identify: Identify = createIdentify({
    findKeyHolder: (key) => findKeyHolder(deps.database, key, deps.wallClock.now()),
    namesWithRole: (roles) => namesWithRole(deps.database, roles),
  })
  return {
    sessions,
    identify,
    handlers: {
      ...createSignInHandlers(all),
      ...createPeopleHandlers(all),
      ...createKeysHandlers(all),
      ...createMailboxHandlers(deps.database),
    } satisfies Partial<HandlersOf<never>>,
  }
}
