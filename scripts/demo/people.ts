import type { PersonRole } from '@novalex/contract'
import { hashPassword } from '../../server/src/features/access/passwords.ts'
import { changePerson, findPerson, insertPerson } from '../../server/src/data/people/index.ts'
import type { Database } from '../../server/src/platform/db/openDatabase.ts'

const DOMAIN = 'fennmoor.example'

/** The four people of the demo, one for each role. */
export const DEMO_PEOPLE: readonly { readonly name: string; readonly role: PersonRole }[] = [
  { name: 'Rosa Brandt', role: 'reader' },
  { name: 'Paul Eder', role: 'planner' },
  { name: 'Relia Voss', role: 'releaser' },
  { name: 'Anton Moor', role: 'administrator' },
]

/** Adds those that are missing, with the password; those that are there get it where `renews` says so. */
export async function seedPeople(database: Database, password: string, renews: boolean): Promise<void> {
  for (const { name, role } of DEMO_PEOPLE) {
    const email = `${role}@${DOMAIN}`
    const known = await findPerson(database, { email })
    if (known && !renews) continue
    const hash = await hashPassword(password)
    if (known) await changePerson(database, known.id, { password: hash })
    else await insertPerson(database, { name, email, role, password: hash, isDemo: true }, Date.now())
  }
}
