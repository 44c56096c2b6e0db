import { promisify } from 'node:util'
import type { Account } from '@novalex/contract'
import { DAY_MS } from '@novalex/core'
import type { Request, RequestHandler } from 'express'
import session from 'express-session'
import { deleteSession, findSession, saveSession, touchSession } from '../../data/sessions/index.ts'
import { SESSION_COOKIE } from '../../http/identity.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Database } from '../../platform/db/openDatabase.ts'
import { hashToken } from '../../platform/tokens.ts'

/** Paths at which sessions begin and end. */
const BEGINNING = /^\/(session|links|set-up)(\/|$)/
/** Resolution of a session's `seenAt`. */
const NOTED_MS = 60_000
const COOKIE_MS = 365 * DAY_MS

/**
 * Sessions in the database, by express-session: a cookie that scripts can’t read and other sites can’t send, over TLS alone where the request came
 * over TLS. A request without the cookie is let through as it is, unless it may begin a session.
 */
export function createSessions(database: Database, secret: string, clock: Clock): RequestHandler {
  const sessions = session({
    name: SESSION_COOKIE,
    secret,
    resave: false,
    saveUninitialized: false,
    store: new SessionStore(database, clock),
    cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', path: '/', maxAge: COOKIE_MS },
  })
  return (request, response, next) => {
    const { method, path, headers } = request
    const isBeginning = method !== 'GET' && BEGINNING.test(path)
    if (isBeginning || headers.cookie?.includes(`${SESSION_COOKIE}=`)) sessions(request, response, next)
    else next()
  }
}

type Done<T = void> = (error?: unknown, result?: T | null) => void

/** Stores the account and times of each session under the hash of its token; the token itself is not in the database. */
class SessionStore extends session.Store {
  readonly #database: Database
  readonly #clock: Clock

  constructor(database: Database, clock: Clock) {
    super()
    this.#database = database
    this.#clock = clock
  }

  override get(sid: string, done: Done<session.SessionData>): void {
    const cookie = { originalMaxAge: COOKIE_MS } as session.SessionData['cookie']
    findSession(this.#database, hashToken(sid), this.#clock.now()).then((found) => {
      done(null, found && { cookie, ...found })
    }, done)
  }

  override set(sid: string, { account, agent }: session.SessionData, done: Done = () => undefined): void {
    const stored = { id: hashToken(sid), person: account.id, agent }
    settle(saveSession(this.#database, stored, this.#clock.now()), done)
  }

  override touch(sid: string, { seenAt }: session.SessionData, done: Done = () => undefined): void {
    const now = this.#clock.now()
    if (now - seenAt < NOTED_MS) done()
    else settle(touchSession(this.#database, hashToken(sid), now), done)
  }

  override destroy(sid: string, done: Done = () => undefined): void {
    settle(deleteSession(this.#database, hashToken(sid)), done)
  }
}

function settle(work: Promise<void>, done: Done): void {
  work.then(() => {
    done()
  }, done)
}

/** Begins a new session for a person who has proved who they are; the one before, if any, ends. */
export async function beginSession(request: Request, account: Account, now: number): Promise<void> {
  const agent = (request.get('user-agent') ?? '').slice(0, 200)
  await promisify(request.session.regenerate.bind(request.session))()
  Object.assign(request.session, { account, agent, seenAt: now })
  await promisify(request.session.save.bind(request.session))()
}

export function endSession(request: Request): Promise<void> {
  return promisify(request.session.destroy.bind(request.session))()
}
