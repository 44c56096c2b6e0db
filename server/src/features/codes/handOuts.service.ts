import type {
  CodePage,
  CodePageDraft,
  CodeRequest,
  CodePageUpdate,
  LoggedAction,
  ShopCodePage,
} from '@novalex/contract'
import { createProblem, dateOf, isLocalDateTime, toInstant, toLocal } from '@novalex/core'
import { recordActivity } from '../../data/activity/index.ts'
import { comparableEmail, normalizeEmail, readEmail } from '../../platform/email.ts'
import type { Clock } from '../../platform/clock.ts'
import { createId } from '../../platform/createId.ts'
import type { Connection, Database } from '../../platform/db/openDatabase.ts'
import { isDuplicate } from '../../platform/db/isDuplicate.ts'
import { transact } from '../../platform/db/transact.ts'
import { AppError, refuseIfAny } from '../../platform/errors/AppError.ts'
import { sendLetter } from '../../data/letters/index.ts'
import { getStore, type StoreRecord } from '../../data/store/index.ts'
import { getCoded } from './codes.service.ts'
import {
  claimAddress,
  countSent,
  deleteCodePage,
  findHanded,
  getHandOut,
  handOutCode,
  insertHandOut,
  printCode,
  saveHanded,
  takePlace,
  updateCodePage,
} from '../../data/codes/index.ts'
import { confirmConsent } from '../../data/contacts/index.ts'
import { askConsent, forgetAddress } from '../contacts/contacts.ts'
import { shopperLetters } from '../../locale/catalogue.ts'

export interface HandOutsService {
  create(draft: CodePageDraft, by: string): Promise<CodePage>
  update(id: string, update: CodePageUpdate, by: string): Promise<CodePage>
  remove(id: string, version: number, by: string): Promise<void>
  /** As the shop shows it. */
  show(slug: string): Promise<ShopCodePage>
  /** Sends a code; answers it where the page may show it. `origin` is where browsers reach the shop. */
  ask(slug: string, request: CodeRequest, origin: string): Promise<string | null>
  /** Throws `link-lapsed`. */
  confirm(token: string): Promise<void>
  forget(email: string, by: string): Promise<void>
}

const MOST_A_DAY = 3

interface Deps {
  readonly database: Database
  readonly clock: Clock
}

export function createHandOutsService({ database, clock }: Deps): HandOutsService {
  const note = (connection: Connection, entry: { by: string; action: LoggedAction; subject: string; detail: object }) =>
    recordActivity(connection, { at: clock.now(), ...entry })

  /** State of a page relative to its dates. */
  function stateOf({ from, until, left }: CodePage, { store }: StoreRecord): ShopCodePage['state'] {
    const now = clock.now()
    if (from !== null && now < toInstant(from, store.timeZone)) return 'scheduled'
    if (until !== null && now >= toInstant(until, store.timeZone)) return 'ended'
    return left > 0 ? 'open' : 'gone'
  }

  async function write(
    draft: CodePageDraft,
    entry: { by: string; action: LoggedAction; subject: string },
    work: (transaction: Connection) => Promise<unknown>,
  ): Promise<CodePage> {
    await getCoded(database, draft.promotion)
    checkTimes(draft)
    try {
      await transact(database, async (transaction) => {
        await work(transaction)
        await note(transaction, { ...entry, detail: { name: draft.title } })
      })
    } catch (thrown) {
      if (isDuplicate(thrown)) refuseIfAny([createProblem('slug-taken', 'slug', { given: draft.slug })])
      throw thrown
    }
    return getHandOut(database, { id: entry.subject })
  }

  return {
    create(draft, by) {
      const id = createId()
      return write(draft, { by, action: 'create-code-page', subject: id }, (transaction) =>
        insertHandOut(transaction, id, draft),
      )
    },
    update(id, { version, ...draft }, by) {
      return write(draft, { by, action: 'change-code-page', subject: id }, (transaction) =>
        updateCodePage(transaction, { id, version }, draft),
      )
    },
    async remove(id, version, by) {
      await transact(database, async (transaction) => {
        const { title } = await getHandOut(transaction, { id })
        await deleteCodePage(transaction, { id, version })
        await note(transaction, { by, action: 'delete-code-page', subject: id, detail: { name: title } })
      })
    },
    async show(slug) {
      const handOut = await getHandOut(database, { slug })
      const { title, text, wording } = handOut
      return { title, text, wording, state: stateOf(handOut, await getStore(database)) }
    },
    async ask(slug, request, origin) {
      const address = comparableEmail(readEmail(request.email, 'email'))
      const [handOut, store] = [await getHandOut(database, { slug }), await getStore(database)]
      const state = stateOf(handOut, store)
      if (state === 'scheduled' || state === 'ended') throw new AppError('code-page-closed')
      const code = await transact(database, (transaction) =>
        give(transaction, { handOut, store, request, address, origin, at: clock.now() }),
      )
      // Whoever has one was sent it again; the answer does not tell who that is.
      if (state === 'gone') throw new AppError('no-codes-left')
      return code
    },
    confirm: (token) => transact(database, (transaction) => confirmConsent(transaction, token, clock.now())),
    async forget(email, by) {
      const address = comparableEmail(email)
      await transact(database, async (transaction) => {
        await forgetAddress(transaction, address)
        await note(transaction, { by, action: 'erase-contact', subject: 'contact', detail: {} })
      })
    },
  }
}

function checkTimes({ from, until }: Pick<CodePageDraft, 'from' | 'until'>): void {
  const wrong = Object.entries({ from, until }).filter(([, local]) => local !== null && !isLocalDateTime(local))
  refuseIfAny(wrong.map(([key, local]) => createProblem('no-such-time', key, { given: local! })))
  if (from !== null && until !== null && until <= from)
    refuseIfAny([createProblem('ends-before-start', 'until', { start: from, end: until })])
}

interface Giving {
  readonly handOut: CodePage
  readonly store: StoreRecord
  readonly request: CodeRequest
  readonly address: string
  readonly origin: string
  readonly at: number
}

/** One code for an address, ever; the message at most three times a day. Answers the code where the page may show it. */
async function give(transaction: Connection, giving: Giving): Promise<string | null> {
  const { handOut, store, request, address, at } = giving
  const key = { promotion: handOut.promotion, address }
  const isNew = await claimAddress(transaction, { ...key, handOut: handOut.id, at })
  const printed = isNew ? await drawFor(transaction, giving) : print(await findHanded(transaction, key))
  if (printed === null) return null
  const today = dateOf(toLocal(at, store.store.timeZone))
  if (await countSent(transaction, key, { day: today, most: MOST_A_DAY })) {
    const link = request.consent
      ? await askConsent(transaction, { ...giving, ...buyerOf(request), wording: handOut.wording })
      : null
    await sendLetter(transaction, shopperLetters.code(buyerOf(request), { code: printed, link, ...shown(giving) }), at)
  }
  return isNew && handOut.showsAtOnce ? printed : null
}

const print = (given: { readonly code: string; readonly prefix: string } | null) =>
  given && printCode(given.code, given)
const shown = ({ handOut, store }: Giving) => ({ title: handOut.title, store: store.name })
const buyerOf = ({ email, name = '' }: CodeRequest) => ({ email: normalizeEmail(email), name: name.trim() })

/** Throws `no-codes-left`, and nothing is written. */
async function drawFor(transaction: Connection, { handOut, address, at }: Giving): Promise<string> {
  const { promotion } = handOut
  if (!(await takePlace(transaction, handOut.id))) throw new AppError('no-codes-left')
  const given = await handOutCode(transaction, {
    promotion,
    recipient: address,
    kind: 'code-page',
    at,
    by: handOut.title,
  })
  if (!given) throw new AppError('no-codes-left')
  await saveHanded(transaction, { promotion, address }, given.code)
  return printCode(given.code, given)
}
