import type { Account } from '@novalex/contract'
import type { Request } from 'express'
import { AppError } from '../../platform/errors/AppError.ts'
import { originOf } from '../../http/originOf.ts'
import { senderOf } from '../../http/senderOf.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import { readEmail } from '../../platform/email.ts'
import { accountOf, idOfSession, SESSION_COOKIE } from '../../http/identity.ts'
import { listKeys } from '../../data/keys/index.ts'
import { forgetExpiredLinks } from '../../data/people/index.ts'
import { endSessions, forgetExpiredSessions, listSessions } from '../../data/sessions/index.ts'
import type { KeysService } from './keys.service.ts'
import type { PeopleService } from './people.service.ts'
import { beginSession, endSession } from './sessions.ts'
import type { SignInDeps, SignInService } from './signIn.service.ts'

type SignIn =
  | 'getSession'
  | 'signIn'
  | 'signInToDemo'
  | 'signOut'
  | 'setUp'
  | 'getLink'
  | 'useLink'
  | 'requestPasswordReset'
  | 'changePassword'
  | 'listOwnSessions'
  | 'endOwnSession'
type People = 'listPeople' | 'invitePerson' | 'resendInvitation' | 'updatePerson' | 'removePerson' | 'endSessions'
type Keys = 'listKeys' | 'createKey' | 'revokeKey'

interface Deps extends SignInDeps {
  readonly people: PeopleService
  readonly signIn: SignInService
  readonly keys: KeysService
  /** Public origin of the server. */
  readonly origins: readonly string[]
}

export function createSignInHandlers({ database, wallClock, people, signIn, origins }: Deps): HandlersOf<SignIn> {
  async function begin(request: Request, account: Account) {
    await beginSession(request, account, wallClock.now())
    await forgetExpiredSessions(database, wallClock.now())
    await forgetExpiredLinks(database, wallClock.now())
    return signIn.describe(account)
  }
  return {
    getSession: ({ who }) => signIn.describe(who.kind === 'person' ? who.account : null),
    signIn: async ({ body, request }) => begin(request, await signIn.signIn(body, senderOf(request))),
    signInToDemo: async ({ body, request }) => begin(request, await signIn.signInToDemo(body.email)),
    signOut: async ({ request, response }) => {
      await endSession(request)
      response.clearCookie(SESSION_COOKIE)
    },
    setUp: async ({ body, request }) => begin(request, await signIn.setUp(body)),
    getLink: ({ body }) => people.getLink(body.token),
    useLink: async ({ body, request }) => begin(request, await people.useLink(body)),
    requestPasswordReset: async ({ body, request }) => {
      const email = readEmail(body.email, 'email')
      await signIn.takeReset(email, senderOf(request))
      // Not awaited: the time that an answer takes must not tell whose address there is.
      people.sendReset(email, originOf(request, origins)).catch((error: unknown) => {
        request.log.error({ err: error }, 'reset-not-sent')
      })
    },
    changePassword: async ({ body, who, request }) => {
      const account = accountOf(who)
      await signIn.checkPresent(account, body, senderOf(request))
      await people.setPassword(account, body.password, idOfSession(request))
    },
    listOwnSessions: async ({ who, request }) => {
      const sessions = await listSessions(database, accountOf(who).id, wallClock.now())
      return sessions.map((session) => ({ ...session, isThis: session.id === idOfSession(request) }))
    },
    endOwnSession: async ({ params, who }) => {
      const ended = await endSessions(database, accountOf(who).id, { only: params.id })
      if (ended === 0) throw new AppError('not-found', { facts: { kind: 'session', id: params.id } })
    },
  }
}

export function createPeopleHandlers({ people, origins }: Pick<Deps, 'people' | 'origins'>): HandlersOf<People> {
  return {
    listPeople: () => people.list(),
    invitePerson: ({ body, by, request }) => people.invite(body, { by, origin: originOf(request, origins) }),
    resendInvitation: async ({ params, by, request }) => {
      await people.resendInvitation(params.id, { by, origin: originOf(request, origins) })
    },
    updatePerson: async ({ params, body, by }) => {
      await people.changeRole(params.id, body.role, by)
    },
    removePerson: async ({ params, by }) => {
      await people.remove(params.id, by)
    },
    endSessions: async ({ params, by }) => {
      await people.endSessionsOf(params.id, by)
    },
  }
}

export function createKeysHandlers({ database, keys }: Pick<Deps, 'database' | 'keys'>): HandlersOf<Keys> {
  return {
    listKeys: () => listKeys(database),
    createKey: ({ body, by }) => keys.create(body, by),
    revokeKey: async ({ params, by }) => {
      await keys.revoke(params.id, by)
    },
  }
}
