import {
  PERSON_ROLES,
  type Account,
  type PasswordRequest,
  type SessionAnswer,
  type SetUpRequest,
  type SignInRequest,
} from '@novalex/contract'
import { createProblem, type Problem } from '@novalex/core'
import { recordActivity } from '../../data/activity/index.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError, refuseIfAny } from '../../platform/errors/AppError.ts'
import { FIRST_SETTINGS } from '../store/firstSettings.ts'
import { lockSetUp } from '../../data/secrets/index.ts'
import { hasStore, insertStore } from '../../data/store/index.ts'
import { accountKey, normalizeEmail, readEmail } from '../../platform/email.ts'
import { checkPassword, hashPassword, isPassword } from './passwords.ts'
import { findPerson, insertPerson, isAnybodyThere, listPeople } from '../../data/people/index.ts'
import { toAccount, type AccessDeps } from './people.service.ts'
import { forgetTries, giveTryBack, takeTry, type TryRules } from '../../data/tries/index.ts'

/** Of one address of e-mail; ten wrong passwords, then a wait that grows. */
const OF_ADDRESS: TryRules = { free: 10, waitS: 30, longestWaitS: 3600 }
/** From one sender, who may be a whole office. */
const OF_SENDER: TryRules = { free: 100, waitS: 30, longestWaitS: 3600 }
const RESETS: TryRules = { free: 3, waitS: 900, longestWaitS: 43_200 }

export interface SignInDeps extends AccessDeps {
  /** Whether the people of the demo sign in with one click. */
  readonly isDemo: boolean
}

export type SignInService = ReturnType<typeof createSignInService>

export function createSignInService({ database, clock, wallClock, isDemo }: SignInDeps) {
  const take = (name: string, rules: TryRules) => takeTry(database, name, rules, wallClock.now())

  /** Throws `sign-in-failed`, alike whether the address or the password is wrong. */
  async function verify(email: string, password: string, sender: string): Promise<Account> {
    const [ofAddress, ofSender] = [`password ${accountKey(email)}`, `sender ${sender}`]
    await take(ofSender, OF_SENDER)
    await take(ofAddress, OF_ADDRESS)
    const person = await findPerson(database, { email })
    const isRight = await isPassword(password, person?.password ?? null)
    if (!isRight || !person || person.isRemoved) throw new AppError('sign-in-failed')
    await forgetTries(database, ofAddress)
    await giveTryBack(database, ofSender)
    return toAccount(person)
  }

  return {
    async describe(account: Account | null): Promise<SessionAnswer> {
      const people = isDemo && !account ? await listPeople(database) : []
      return {
        account,
        needsSetUp: account === null && !(await isAnybodyThere(database)),
        demo: people
          .filter((person) => person.isDemo && !person.isRemoved)
          .sort((one, other) => PERSON_ROLES.indexOf(one.role) - PERSON_ROLES.indexOf(other.role))
          .map(({ name, email, role }) => ({ name, email, role })),
      }
    },

    signIn: ({ email, password }: SignInRequest, sender: string): Promise<Account> =>
      verify(normalizeEmail(email), password, sender),

    async signInToDemo(email: string): Promise<Account> {
      const person = isDemo ? await findPerson(database, { email }) : null
      if (!person?.isDemo || person.isRemoved) throw new AppError('not-found', { facts: { kind: 'person', id: email } })
      return toAccount(person)
    },

    /** Whether a link may be asked for now; throws `too-many-attempts`. */
    async takeReset(email: string, sender: string): Promise<void> {
      await take(`resets of ${sender}`, OF_SENDER)
      await take(`reset ${accountKey(email)}`, RESETS)
    },

    /** Throws `invalid-input` at `present` where that is not the password; wrong ones are slowed down as at the sign-in. */
    async checkPresent(account: Account, { present }: PasswordRequest, sender: string): Promise<void> {
      try {
        await verify(account.email, present, sender)
      } catch (thrown) {
        if (!(thrown instanceof AppError) || thrown.code !== 'sign-in-failed') throw thrown
        refuseIfAny([createProblem('password-wrong', 'present')])
      }
    },

    /** The store, unless there is one, and its first administrator. */
    async setUp({ store, person }: SetUpRequest): Promise<Account> {
      const email = readEmail(person.email, 'person.email')
      const { name: storeName, ...settings } = store
      refuseIfAny([...checkSettings(settings), ...checkPassword(person.password, email, 'person.password')])
      const password = await hashPassword(person.password)
      return transact(database, async (transaction) => {
        await lockSetUp(transaction)
        if (await isAnybodyThere(transaction)) throw new AppError('already-set-up')
        if (!(await hasStore(transaction)))
          await insertStore(transaction, { name: storeName.trim(), store: { ...FIRST_SETTINGS, ...settings } })
        const name = person.name.trim()
        const account = await insertPerson(transaction, { name, email, role: 'administrator', password }, clock.now())
        const note = { at: clock.now(), by: name, action: 'set-up', subject: 'store' } as const
        await recordActivity(transaction, { ...note, detail: { name: storeName.trim() } })
        return account
      })
    },
  }
}

type Chosen = Omit<SetUpRequest['store'], 'name'>

function checkSettings({ timeZone, currency }: Chosen): Problem[] {
  const isZone = Intl.supportedValuesOf('timeZone').includes(timeZone) || timeZone === 'UTC'
  return [
    ...(isZone ? [] : [createProblem('unknown-zone', 'store.timeZone', { given: timeZone })]),
    ...(Intl.supportedValuesOf('currency').includes(currency) ? [] : [createProblem('not-in-list', 'store.currency')]),
  ]
}
