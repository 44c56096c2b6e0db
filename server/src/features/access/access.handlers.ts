import type { Account } from '@novalex/contract'
import type { Request } from 'express'
import { AppError } from '../../platform/errors/AppError.ts'
import { originOf } from '../../http/originOf.ts'
import { senderOf } from '../../http/senderOf.ts'
import type { HandlersOf } from '../../http/serveEndpoints.ts'
import { readEmail } from '../../platform/email.ts'
import { accountOf } from '../../http/identity.ts'
import { createKey, listKeys, revokeKey } from './keys.ts'
import type { PeopleService } from './people.service.ts'
import {
  beginSession,
  endSession,
  endSessions,
  forgetLapsed,
  idOfSession,
  listSessions,
  SESSION_COOKIE,
} from './sessions.ts'
import type { SignInDeps, SignInService } from './signIn.service.ts'

type SignIn =
  | 'getSession'
  | 'signIn'
  | 'signInToDemo'
  | 'signOut'
  | 'setUp'
  | 'lookAtLink'
  | 'useLink'
  | 'askForReset'
  | 'changePassword'
  | 'listOwnSessions'
  | 'endOwnSession'
type People = 'listPeople' | 'invitePerson' | 'inviteAgain' | 'updatePerson' | 'removePerson' | 'endSessions'
type Keys = 'listKeys' | 'createKey' | 'revokeKey'

interface Deps extends SignInDeps {
  readonly people: PeopleService
  readonly signIn: SignInService
  /** Where browsers reach the server besides its own address. */
  readonly origins: readonly string[]
}

export function createSignInHandlers({ database, wallClock, people, signIn, origins }: Deps): HandlersOf<SignIn> {
  async function begin(request: Request, account: Account) {
    await beginSession(request, account, wallClock.now())
    await forgetLapsed(database, wallClock.now())
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
    lookAtLink: ({ body }) => people.lookAtLink(body.token),
    useLink: async ({ body, request }) => begin(request, await people.useLink(body)),
    askForReset: async ({ body, request }) => {
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
    inviteAgain: async ({ params, by, request }) => {
      await people.inviteAgain(params.id, { by, origin: originOf(request, origins) })
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

export function createKeysHandlers(deps: SignInDeps): HandlersOf<Keys> {
  return {
    listKeys: () => listKeys(deps.database),
    createKey: ({ body, by }) => createKey(deps, body, by),
    revokeKey: async ({ params, by }) => {
      await revokeKey(deps, params.id, by)
    },
  }
}
