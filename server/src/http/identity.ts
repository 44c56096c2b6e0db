import type { Account, KeyScope, PersonRole } from '@novalex/contract'
import type { Request } from 'express'
import type { SessionData } from 'express-session'
import { hashToken } from '../platform/tokens.ts'

declare module 'express-session' {
  interface SessionData {
    account: Account
    agent: string
    /** Epoch milliseconds at which the stored session was last updated. */
    seenAt: number
  }
}

export const SESSION_COOKIE = 'novalex.session'

/** A program that authenticates with an API key. */
export interface KeyHolder {
  readonly id: string
  readonly name: string
  readonly scopes: readonly KeyScope[]
  /** The own channel in which it sells. */
  readonly channel: string
}

/** Identifies the caller by session or API key, never by what the request claims. */
export type Identity =
  | { readonly kind: 'nobody' }
  | { readonly kind: 'person'; readonly account: Account }
  | { readonly kind: 'key'; readonly key: KeyHolder }

export interface Identify {
  /** Throws `key-unknown` for an invalid key. */
  request(request: Request): Promise<Identity>
  /** Returns the names of some people who have one of the roles. */
  namesWith(roles: readonly PersonRole[]): Promise<string[]>
}

/** Returns the bearer token of a request, or null. Source: RFC 6750, section 2.1. */
export function bearerOf(request: Request): string | null {
  return /^Bearer +([\w.~+/-]+=*)\s*$/i.exec(request.headers.authorization ?? '')?.[1] ?? null
}

interface Lookups {
  /** Returns the holder of an API key. Throws `key-unknown`. */
  readonly findKeyHolder: (key: string) => Promise<KeyHolder>
  /** Returns the names of some people who have one of the roles. */
  readonly namesWithRole: (roles: readonly PersonRole[]) => Promise<string[]>
}

export function createIdentify({ findKeyHolder, namesWithRole }: Lookups): Identify {
  return {
    async request(request) {
      if (request.headers.authorization !== undefined)
        return { kind: 'key', key: await findKeyHolder(bearerOf(request) ?? '') }
      const { account } = (request.session as Partial<SessionData> | undefined) ?? {}
      return account ? { kind: 'person', account } : { kind: 'nobody' }
    },
    namesWith: namesWithRole,
  }
}

/** Returns the id under which the database has the session of a request. */
export const idOfSession = (request: Request) => hashToken(request.sessionID)

/** Returns the name by which the activity log records who made a request. */
export function nameOf(who: Identity): string {
  switch (who.kind) {
    case 'person':
      return who.account.name
    case 'key':
      return `key ${who.key.name}`
    case 'nobody':
      return 'nobody'
  }
}

/** Returns the account of the signed-in person. Throws on an endpoint that also admits others. */
export function accountOf(who: Identity): Account {
  if (who.kind !== 'person') throw new Error('the endpoint admits others than people')
  return who.account
}

/** Returns which personal data of orders may be read: keys, releasers and administrators see buyers, readers see no codes. */
export function readingOf(who: Identity): { readonly seesBuyers: boolean; readonly seesCodes: boolean } {
  const { role } = who.kind === 'person' ? who.account : { role: null }
  return {
    seesBuyers: who.kind === 'key' || role === 'releaser' || role === 'administrator',
    seesCodes: role !== 'reader',
  }
}
