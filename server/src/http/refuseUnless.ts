import { PERSON_ROLES, type Endpoint } from '@novalex/contract'
import { AppError } from '../platform/errors/AppError.ts'
import type { Identify, Identity } from './identity.ts'

/**
 * Refuses who may not ask an endpoint, by its role and scope in the table: `signed-out`, `insufficient-role` (says which is needed and who has it), or
 * `key-lacks-scope`; as `shop-closed` where the stand-in shop is switched off.
 */
export async function refuseUnless(
  { role, scope, standIn }: Endpoint,
  who: Identity,
  { identify, isShopOpen }: { readonly identify: Identify; readonly isShopOpen: boolean },
): Promise<void> {
  if (who.kind === 'key') {
    if (scope !== undefined ? !who.key.scopes.includes(scope) : role !== 'anyone')
      throw new AppError('key-lacks-scope', { facts: { needed: scope ?? null, has: who.key.scopes } })
    return
  }
  if (!isShopOpen && standIn && (who.kind === 'nobody' || standIn === 'order')) throw new AppError('shop-closed')
  if (role === 'anyone') return
  if (who.kind === 'nobody') throw new AppError('signed-out')
  const enough = PERSON_ROLES.slice(PERSON_ROLES.indexOf(role))
  if (enough.includes(who.account.role)) return
  const people = await identify.namesWith(enough)
  throw new AppError('insufficient-role', { facts: { needed: role, has: who.account.role, people } })
}
