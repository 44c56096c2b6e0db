import type { Account, OwnSessions, PersonRole } from '@novalex/contract'
import type { Request, RequestHandler } from 'express'
import session from 'express-session'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { hashToken } from '../../platform/tokens.ts'

declare module 'express-session' {
  interface SessionData {
    account: Account
    agent: string
    /** When the database last heard of it. */
    seenAt: number
  }
}

export const SESSION_COOKIE = 'novalex.session'
const DAY_MS = 86_400_000
/** Where sessions begin and end. */
const BEGINNING = /^\/(session|links|set-up)(\/|$)/
/** A session that is not used for so long ends. */
const IDLE_MS = 7 * DAY_MS
/** However it is used, a session ends so long after it began. */
const LONGEST_MS = 30 * DAY_MS
/** How exactly it is noted when a session was last used. */
const NOTED_MS = 60_000

/**
 * Sessions in the database, by the usual library: a cookie that scripts can’t read and other sites can’t send, over TLS alone where the request came
 * over TLS. A request without the cookie is let through as it is, unless it may begin a session.
 */
export function createSessions(database: Database, secret: string, clock: { now: () => number }): RequestHandler {
  const sessions = session({
    name: SESSION_COOKIE,
    secret,
    resave: false,
    saveUninitialized: false,
    store: new SessionStore(database, clock),
    cookie: { httpOnly: true, sameSite: 'lax', secure: 'auto', path: '/', maxAge: 365 * DAY_MS },
  })
  return (request, response, next) => {
    const { method, path, headers } = request
    const isBeginning = method !== 'GET' && BEGINNING.test(path)
    if (isBeginning || headers.cookie?.includes(`${SESSION_COOKIE}=`)) sessions(request, response, next)
    else next()
  }
}

type Done<T = void> = (error?: unknown, result?: T | null) => void

/** Keeps of a session whose it is and when it was used; the cookie’s secret itself is not in the database. */
class SessionStore extends session.Store {
  readonly #database: Database
  readonly #clock: { now: () => number }

  constructor(database: Database, clock: { now: () => number }) {
    super()
    this.#database = database
    this.#clock = clock
  }

  override get(sid: string, done: Done<session.SessionData>): void {
    findSession(this.#database, hashToken(sid), this.#clock.now()).then((found) => {
      done(null, found)
    }, done)
  }

  override set(sid: string, { account, agent }: session.SessionData, done: Done = () => undefined): void {
    const at = new Date(this.#clock.now())
    const times = { seen_at: at, expires_at: new Date(at.getTime() + IDLE_MS) }
    const row = { id: hashToken(sid), person: account.id, agent, created_at: at, ...times }
    settle(this.#database('sessions').insert(row).onConflict('id').merge(times), done)
  }

  override touch(sid: string, { seenAt }: session.SessionData, done: Done = () => undefined): void {
    const now = this.#clock.now()
    if (now - seenAt < NOTED_MS) {
      done()
      return
    }
    const times = { seen_at: new Date(now), expires_at: new Date(now + IDLE_MS) }
    settle(
      this.#database('sessions')
        .where({ id: hashToken(sid) })
        .update(times),
      done,
    )
  }

  override destroy(sid: string, done: Done = () => undefined): void {
    settle(
      this.#database('sessions')
        .where({ id: hashToken(sid) })
        .delete(),
      done,
    )
  }
}

function settle(work: PromiseLike<unknown>, done: Done): void {
  work.then(() => {
    done()
  }, done)
}

async function findSession(connection: Connection, id: string, now: number): Promise<session.SessionData | null> {
  const row = (await connection('sessions')
    .join('people', 'people.id', 'sessions.person')
    .where({ 'sessions.id': id, 'people.removed_at': null })
    .where('expires_at', '>', new Date(now))
    .where('sessions.created_at', '>', new Date(now - LONGEST_MS))
    .first('people.id', 'name', 'email', 'role', 'agent', 'seen_at')) as
    { id: string; name: string; email: string; role: PersonRole; agent: string; seen_at: Date } | undefined
  if (!row) return null
  const { agent, seen_at: seenAt, ...account } = row
  const cookie = { originalMaxAge: 365 * DAY_MS } as session.SessionData['cookie']
  return { cookie, account, agent, seenAt: seenAt.getTime() }
}

/** Whether a session, by its id in the database, goes on. */
export const isLive = async (connection: Connection, id: string, now: number): Promise<boolean> =>
  (await findSession(connection, id, now)) !== null

/** A new session for who has shown who they are; the one before, if any, ends. */
export async function beginSession(request: Request, account: Account, now: number): Promise<void> {
  const agent = (request.get('user-agent') ?? '').slice(0, 200)
  await new Promise<void>((resolve, reject) => {
    request.session.regenerate((error: unknown) => {
      if (error) reject(error as Error)
      else resolve()
    })
  })
  Object.assign(request.session, { account, agent, seenAt: now })
  await new Promise<void>((resolve, reject) => {
    request.session.save((error: unknown) => {
      if (error) reject(error as Error)
      else resolve()
    })
  })
}

export function endSession(request: Request): Promise<void> {
  return new Promise((resolve, reject) => {
    request.session.destroy((error: unknown) => {
      if (error) reject(error as Error)
      else resolve()
    })
  })
}

/** The session of a request, as the database calls it. */
export const idOfSession = (request: Request) => hashToken(request.sessionID)

export async function listSessions(connection: Connection, person: string, now: number) {
  const rows = (await connection('sessions')
    .where({ person })
    .where('expires_at', '>', new Date(now))
    .orderBy('seen_at', 'desc')) as { id: string; agent: string; created_at: Date; seen_at: Date }[]
  return rows.map(({ id, agent, created_at: createdAt, seen_at: seenAt }) => ({
    id,
    agent,
    createdAt: createdAt.toISOString(),
    seenAt: seenAt.toISOString(),
  })) satisfies Omit<OwnSessions[number], 'isThis'>[]
}

/** Ends the sessions of a person: all, all but one, or one. Tells how many. */
export async function endSessions(
  connection: Connection,
  person: string,
  { but, only }: { readonly but?: string; readonly only?: string } = {},
): Promise<number> {
  const sessions = connection('sessions').where({ person })
  if (but !== undefined) void sessions.whereNot({ id: but })
  if (only !== undefined) void sessions.where({ id: only })
  return sessions.delete()
}

export async function forgetLapsed(connection: Connection, now: number): Promise<void> {
  for (const table of ['sessions', 'links'])
    await connection(table).where('expires_at', '<', new Date(now)).limit(1000).delete()
}
