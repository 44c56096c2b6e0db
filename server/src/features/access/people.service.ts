import type {
  Account,
  InviteRequest,
  LinkAnswer,
  LinkUse,
  LoggedAction,
  PersonRecord,
  PersonRole,
} from '@novalex/contract'
import { createProblem, HOUR_MS } from '@novalex/core'
import { recordActivity } from '../../data/activity/index.ts'
import type { Clock } from '../../platform/clock.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError, refuseIfAny } from '../../platform/errors/AppError.ts'
import { sendLetter } from '../../data/letters/index.ts'
import { countPeopleRevision, getStore } from '../../data/store/index.ts'
import { readEmail } from '../../platform/email.ts'
import { accessLetters } from '../../locale/catalogue.ts'
import { checkPassword, hashPassword } from './passwords.ts'
import {
  changePerson,
  createLink,
  deleteLinks,
  findLink,
  findPerson,
  insertPerson,
  type LinkKind,
  listPeople,
  listPersonRecords,
  type Person,
} from '../../data/people/index.ts'
import { endSessions } from '../../data/sessions/index.ts'

export interface AccessDeps {
  readonly database: Database
  /** The present of plan and log. */
  readonly clock: Clock
  /** The present by which waits, links and sessions end, also where the other one stands still. */
  readonly wallClock: Clock
}

const LINK_MS: Readonly<Record<LinkKind, number>> = { invitation: 7 * 24 * HOUR_MS, reset: HOUR_MS }

export type PeopleService = ReturnType<typeof createPeopleService>

/** `origin` in what follows is where browsers reach the server: the start of the links in messages. */
export function createPeopleService({ database, clock, wallClock }: AccessDeps) {
  async function write<T>(work: (transaction: Connection) => Promise<T>): Promise<T> {
    return transact(database, async (transaction) => {
      // Serialises changes to people: two administrators demoting each other conflict on this row.
      await countPeopleRevision(transaction)
      return work(transaction)
    })
  }

  const note = (transaction: Connection, by: string, action: LoggedAction, subject: string, detail: unknown) =>
    recordActivity(transaction, { at: clock.now(), by, action, subject, detail })

  async function makeLink(transaction: Connection, person: string, kind: LinkKind, origin: string): Promise<string> {
    const token = await createLink(transaction, { person, kind, expiresAt: wallClock.now() + LINK_MS[kind] })
    // A browser sends the fragment to no server, so the token appears in no log.
    return `${origin}/welcome#${token}`
  }

  async function sendInvitation(transaction: Connection, person: Account, { by, origin }: Asked): Promise<void> {
    const link = await makeLink(transaction, person.id, 'invitation', origin)
    const { name: store } = await getStore(transaction)
    await sendLetter(transaction, accessLetters.invitation(person, { link, store, by }), clock.now())
  }

  async function getLink(connection: Connection, token: string) {
    const link = await findLink(connection, token, wallClock.now())
    const person = link && (await findPerson(connection, { id: link.person }))
    if (!person || person.isRemoved) throw new AppError('link-lapsed')
    return { kind: link.kind, person }
  }

  return {
    list: (): Promise<PersonRecord[]> => listPersonRecords(database, wallClock.now()),

    async invite(request: InviteRequest, asked: Asked): Promise<PersonRecord> {
      const [name, email, { role }] = [request.name.trim(), readEmail(request.email, 'email'), request]
      return write(async (transaction) => {
        const known = await findPerson(transaction, { email })
        const namesake = await findPerson(transaction, { name })
        refuseIfAny([
          ...(known && !known.isRemoved ? [createProblem('email-taken', 'email', { given: email })] : []),
          ...(namesake && namesake.id !== known?.id ? [createProblem('name-taken', 'name', { given: name })] : []),
        ])
        const person = known
          ? { id: known.id, name, email, role }
          : await insertPerson(transaction, { name, email, role, password: null }, clock.now())
        if (known) await changePerson(transaction, known.id, { name, role, password: null, removed_at: null })
        await sendInvitation(transaction, person, asked)
        await note(transaction, asked.by, 'invite-person', person.id, { name, after: { email, role } })
        return { ...person, state: 'invited', seenAt: null, sessions: 0 } satisfies PersonRecord
      })
    },

    async resendInvitation(id: string, asked: Asked): Promise<void> {
      await write(async (transaction) => {
        const person = await getPerson(transaction, id)
        if (person.password !== null) throw new AppError('not-found', { facts: { kind: 'invitation', id } })
        await sendInvitation(transaction, person, asked)
        await note(transaction, asked.by, 'invite-person', id, { name: person.name })
      })
    },

    async changeRole(id: string, role: PersonRole, by: string): Promise<void> {
      await write(async (transaction) => {
        const person = await getPerson(transaction, id)
        if (person.role === role) return
        if (role !== 'administrator') await refuseIfLast(transaction, person)
        await changePerson(transaction, id, { role })
        const detail = { name: person.name, before: { role: person.role }, after: { role } }
        await note(transaction, by, 'change-person', id, detail)
      })
    },

    async remove(id: string, by: string): Promise<void> {
      await write(async (transaction) => {
        const person = await getPerson(transaction, id)
        await refuseIfLast(transaction, person)
        await changePerson(transaction, id, { removed_at: new Date(wallClock.now()) })
        await deleteLinks(transaction, id)
        await endSessions(transaction, id)
        await note(transaction, by, 'remove-person', id, { name: person.name, before: { role: person.role } })
      })
    },

    async endSessionsOf(id: string, by: string): Promise<void> {
      await write(async (transaction) => {
        const { name } = await getPerson(transaction, id)
        const ended = await endSessions(transaction, id)
        await note(transaction, by, 'end-sessions', id, { name, ended })
      })
    },

    async getLink(token: string): Promise<LinkAnswer> {
      const { kind, person } = await getLink(database, token)
      return { kind, name: person.name, email: person.email }
    },

    /** Sets the password; the link is used up, and all sessions of the person end. */
    async useLink({ token, password }: LinkUse): Promise<Account> {
      const { person } = await getLink(database, token)
      refuseIfAny(checkPassword(password, person.email, 'password'))
      const hash = await hashPassword(password)
      return write(async (transaction) => {
        const { kind } = await getLink(transaction, token)
        await deleteLinks(transaction, person.id)
        await changePerson(transaction, person.id, { password: hash })
        await endSessions(transaction, person.id)
        const action = kind === 'invitation' ? 'accept-invitation' : 'reset-password'
        await note(transaction, person.name, action, person.id, { name: person.name })
        return toAccount(person)
      })
    },

    /** Sends a link if the address is someone’s who has accepted. */
    async sendReset(email: string, origin: string): Promise<void> {
      await transact(database, async (transaction) => {
        const person = await findPerson(transaction, { email })
        if (!person || person.isRemoved || person.password === null) return
        const link = await makeLink(transaction, person.id, 'reset', origin)
        const { name: store } = await getStore(transaction)
        await sendLetter(transaction, accessLetters.reset(person, { link, store }), clock.now())
      })
    },

    /** A new password for who is signed in; `session` stays, their others end. */
    async setPassword(account: Account, password: string, session: string): Promise<void> {
      refuseIfAny(checkPassword(password, account.email, 'password'))
      const hash = await hashPassword(password)
      await write(async (transaction) => {
        await changePerson(transaction, account.id, { password: hash })
        await endSessions(transaction, account.id, { but: session })
        await note(transaction, account.name, 'change-password', account.id, { name: account.name })
      })
    },
  }
}

interface Asked {
  readonly by: string
  readonly origin: string
}

export const toAccount = ({ id, name, email, role }: Account): Account => ({ id, name, email, role })

/** A person with access or an invitation. Throws `not-found`. */
async function getPerson(connection: Connection, id: string): Promise<Person> {
  const person = await findPerson(connection, { id })
  if (!person || person.isRemoved) throw new AppError('not-found', { facts: { kind: 'person', id } })
  return person
}

async function refuseIfLast(connection: Connection, { id, name, role }: Person): Promise<void> {
  if (role !== 'administrator') return
  const others = (await listPeople(connection)).filter(
    (one) => one.id !== id && one.role === 'administrator' && !one.isRemoved && one.password !== null,
  )
  if (others.length === 0) throw new AppError('last-administrator', { facts: { name } })
}
