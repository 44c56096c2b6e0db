import type { Account, PersonRole } from '@novalex/contract'
import type { Request } from 'express'
import type { SessionData } from 'express-session'
import type { Clock } from '../platform/clock.ts'
import type { Database } from '../platform/db/openDatabase.ts'
import { findKeyHolder, type KeyHolder } from '../features/access/keys.ts'
import { namesWithRole } from '../data/people/people.repository.ts'

/** Who makes a request, as a session or a key shows it; never what the request says of itself. */
export type Identity =
  | { readonly kind: 'nobody' }
  | { readonly kind: 'person'; readonly account: Account }
  | { readonly kind: 'key'; readonly key: KeyHolder }

export interface Identify {
  /** Throws `key-unknown` for a key that is not taken. */
  request(request: Request): Promise<Identity>
  /** Some of those who have one of the roles. */
  namesWith(roles: readonly PersonRole[]): Promise<string[]>
}

/** The key of a request. Source: RFC 6750, section 2.1. */
export function bearerOf(request: Request): string | null {
  return /^Bearer +([\w.~+/-]+=*)\s*$/i.exec(request.headers.authorization ?? '')?.[1] ?? null
}

export function createIdentify(database: Database, wallClock: Clock): Identify {
  return {
    async request(request) {
      if (request.headers.authorization !== undefined)
        return { kind: 'key', key: await findKeyHolder(database, bearerOf(request) ?? '', wallClock.now()) }
      const { account } = (request.session as Partial<SessionData> | undefined) ?? {}
      return account ? { kind: 'person', account } : { kind: 'nobody' }
    },
    namesWith: (roles) => namesWithRole(database, roles),
  }
}

/** As the log names them. */
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

/** The account of who is signed in; to be asked only where the endpoint admits nobody else. */
export function accountOf(who: Identity): Account {
  if (who.kind !== 'person') throw new Error('the endpoint admits others than people')
  return who.account
}

/** What of orders may be read. A shop's server knows its buyers; of people only releasers see names and addresses, and readers no codes. */
export function readingOf(who: Identity): { readonly seesBuyers: boolean; readonly seesCodes: boolean } {
  const { role } = who.kind === 'person' ? who.account : { role: null }
  return {
    seesBuyers: who.kind === 'key' || role === 'releaser' || role === 'administrator',
    seesCodes: role !== 'reader',
  }
}
