import type { Connection } from '../../platform/db/openDatabase.ts'
import { createToken, hashToken } from '../../platform/tokens.ts'

export type LinkKind = 'invitation' | 'reset'

interface NewLink {
  readonly person: string
  readonly kind: LinkKind
  readonly expiresAt: number
}

/** Creates the token of a link that was sent to a person; an earlier one of the same kind becomes invalid. */
export async function createLink(transaction: Connection, { person, kind, expiresAt }: NewLink): Promise<string> {
  const token = createToken()
  await transaction('links').where({ person, kind }).delete()
  await transaction('links').insert({ id: hashToken(token), person, kind, expires_at: new Date(expiresAt) })
  return token
}

export async function findLink(connection: Connection, token: string, now: number) {
  const link = (await connection('links')
    .where({ id: hashToken(token) })
    .where('expires_at', '>', new Date(now))
    .first('person', 'kind')) as { person: string; kind: LinkKind } | undefined
  return link ?? null
}

export async function deleteLinks(connection: Connection, person: string): Promise<void> {
  await connection('links').where({ person }).delete()
}

export async function forgetExpiredLinks(connection: Connection, now: number): Promise<void> {
  await connection('links').where('expires_at', '<', new Date(now)).limit(1000).delete()
}
