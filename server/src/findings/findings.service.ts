import { INSTANT_FACTS, type FindingAnswer, type FindingsAnswer, type ProofAnswer } from '@novalex/contract'
import type { Order, Proof } from '@novalex/core'
import { recordActivity } from '../activity/activity.repository.ts'
import type { Clock } from '../clock.ts'
import { ask } from '../db/ask.ts'
import type { Database } from '../db/openDatabase.ts'
import { transact } from '../db/transact.ts'
import { AppError } from '../errors/AppError.ts'
import { findLatestSale } from '../orders/findLatestSale.ts'
import { findLatestRelease, getReleasedPlan } from '../releases/releases.repository.ts'
import { getStore } from '../store/store.repository.ts'
import type { Threads } from '../threads/threads.ts'
import {
  deleteAside,
  findBrought,
  findChecked,
  findKnown,
  isAside,
  listAsides,
  saveAside,
  saveChecked,
  type CheckedPlan,
  type Ground,
  type KnownAside,
  type KnownFinding,
} from './findings.repository.ts'
import { nameSubjects } from './nameSubjects.ts'

export interface FindingsService {
  /**
   * What is known; what is out of date is checked again meanwhile. With a release (`next`, or the number of one
   * that is taken up again), what it would bring. Throws `not-found`.
   */
  list(release: string | null): Promise<FindingsAnswer>
  /** What the release of a plan, the working one or an older release, would bring: what holds it back, and what was set aside on which grounds. */
  judge(plan: string): Promise<{ readonly stops: readonly KnownFinding[]; readonly grounds: readonly Ground[] }>
  /** Throws `not-found`. */
  setAside(id: string, why: string, by: string): Promise<void>
  /** Throws `not-found`. */
  takeUp(id: string, by: string): Promise<void>
}

interface FindingsDeps {
  readonly database: Database
  readonly threads: Threads
  readonly clock: Clock
  readonly onTrouble: (error: unknown) => void
}

/** Findings follow the clock too; no older than this they are current. */
const CURRENT_MS = 15 * 60_000
const SAME_CLOCK_MS = 10 * 60_000
/** A plan that is edited while it is checked is checked again, so often at most for one question. */
const MOST_CHECKS = 3

export function createFindingsService({ database, threads, clock, onTrouble }: FindingsDeps): FindingsService {
  const underWay = new Map<string, Promise<CheckedPlan>>()

  /** What findings follow from; of a text that changes with any of it. */
  async function readState(plan: string): Promise<string> {
    const [{ planRevision, catalogueRevision, version }, sale, release, others] = await Promise.all([
      getStore(database),
      findLatestSale(database),
      findLatestRelease(database),
      readOthers(database),
    ])
    const own = plan === 'working' ? planRevision : 0
    return [own, catalogueRevision, version, sale, plan === 'working' ? (release?.number ?? 0) : 0, others].join(' ')
  }

  async function check(plan: string): Promise<CheckedPlan> {
    const state = await readState(plan)
    const before = await findChecked(database, plan)
    // A clock that is a few minutes old will do, so that what nobody edited need not be looked at again.
    const age = before ? clock.now() - before.checkedAt : Infinity
    const checkedAt = before && age >= 0 && age < SAME_CLOCK_MS ? before.checkedAt : clock.now()
    const { revision, findings } = await threads.run('checkPlan', { plan, now: checkedAt })
    const checked = { state, revision, checkedAt, findings }
    await saveChecked(database, { plan, live: await findLive() }, checked)
    return checked
  }

  /** One check of a plan at a time; whoever comes meanwhile waits for the one that is under way. */
  function startCheck(plan: string): Promise<CheckedPlan> {
    const known = underWay.get(plan)
    if (known) return known
    const checking = check(plan).finally(() => underWay.delete(plan))
    underWay.set(plan, checking)
    return checking
  }

  async function isCurrent(plan: string, checked: CheckedPlan | null): Promise<boolean> {
    if (!checked || Math.abs(clock.now() - checked.checkedAt) >= CURRENT_MS) return false
    return checked.state === (await readState(plan))
  }

  async function read(plan: string) {
    const checked = await findChecked(database, plan)
    const isFresh = await isCurrent(plan, checked)
    if (!isFresh) startCheck(plan).catch(onTrouble)
    return { checked, isFresh }
  }

  /** Waits until what is known is current. */
  async function settle(plan: string): Promise<CheckedPlan> {
    let checked = await findChecked(database, plan)
    for (let tries = 0; tries < MOST_CHECKS && !(await isCurrent(plan, checked)); tries++)
      checked = await startCheck(plan)
    return checked!
  }

  async function findLive(): Promise<string | null> {
    const release = await findLatestRelease(database)
    return release ? String(release.number) : null
  }

  async function getKnown(id: string): Promise<KnownFinding> {
    const found = await findKnown(database, id)
    if (!found) throw new AppError('not-found', { facts: { kind: 'finding', id } })
    return found
  }

  return {
    async list(asked) {
      const isAgain = asked !== null && asked !== 'next'
      if (isAgain) await getReleasedPlan(database, Number(asked))
      const working = await read(isAgain ? asked : 'working')
      const release = asked === null ? null : await findLive()
      const live = release === null ? null : await read(release)
      const asides = await listAsides(database)
      const all = working.checked?.findings ?? []
      // Before what is live was checked, nothing can be said to be new.
      const isKnown = release === null || live?.checked != null
      const brought = isKnown ? findBrought(all, live?.checked?.findings ?? []) : []
      const findings = asked === null ? all : brought
      const revision = working.checked?.revision ?? (await getStore(database)).planRevision
      return {
        revision,
        state: working.isFresh && (live?.isFresh ?? true) ? 'current' : 'checking',
        checkedAt: working.checked ? new Date(working.checked.checkedAt).toISOString() : null,
        findings: findings.map((finding) => toAnswer(finding, asides.get(finding.id), revision)),
        names: await nameSubjects(database, findings),
      }
    },
    async judge(plan) {
      const next = await settle(plan)
      const release = await findLive()
      const live = release === null ? [] : (await settle(release)).findings
      const asides = await listAsides(database)
      const brought = findBrought(next.findings, live)
      const stops = brought.filter((finding) => finding.weight === 'stop' && !isAside(finding, asides.get(finding.id)))
      const grounds = brought.flatMap((finding): Ground[] => {
        const aside = asides.get(finding.id)
        return isAside(finding, aside) ? [{ finding: finding.id, why: aside.why, by: aside.by }] : []
      })
      return { stops, grounds }
    },
    async setAside(id, why, by) {
      const { stamp, points, kind } = await getKnown(id)
      await transact(database, async (transaction) => {
        const at = clock.now()
        await saveAside(transaction, { id, stamp, points, why: why.trim(), by, at })
        await recordActivity(transaction, {
          at,
          by,
          action: 'set-aside',
          subject: id,
          detail: { name: kind, why: why.trim() },
        })
      })
    },
    async takeUp(id, by) {
      await transact(database, async (transaction) => {
        if (!(await deleteAside(transaction, id))) throw new AppError('not-found', { facts: { kind: 'finding', id } })
        await recordActivity(transaction, { at: clock.now(), by, action: 'take-up', subject: id, detail: {} })
      })
    },
  }
}

/** Test carts, occasions and codes, which have no revision of the plan. */
async function readOthers(database: Database): Promise<string> {
  const [row] = await ask<{ state: string }>(
    database,
    `select concat_ws('/',
       (select concat(count(*), '.', coalesce(sum(version), 0)) from test_carts),
       (select concat(count(*), '.', coalesce(sum(version), 0)) from occasions),
       (select concat(count(*), '.', coalesce(sum(made), 0), '.', coalesce(sum(state = 'void'), 0)) from code_batches),
       (select max(id) from activity where action = 'void-code')
     ) as state`,
  )
  return row!.state
}

function toAnswer(finding: KnownFinding, aside: KnownAside | undefined, revision: number): FindingAnswer {
  const { id, kind, weight, subjects, facts, proof } = finding
  const setAside = isAside(finding, aside) ? { by: aside.by, at: write(aside.at), why: aside.why } : null
  const told = {
    id,
    kind,
    weight,
    subjects: [...subjects],
    facts: writeFacts(facts),
    proof: writeProof(proof, revision),
    setAside,
  }
  return told as unknown as FindingAnswer
}

const write = (instant: number) => new Date(instant).toISOString()
const INSTANTS: ReadonlySet<string> = new Set(INSTANT_FACTS)

function writeFacts(facts: object): Record<string, unknown> {
  const told = Object.entries(facts).map(([name, value]: [string, unknown]) => {
    return [name, INSTANTS.has(name) && typeof value === 'number' ? write(value) : value]
  })
  return Object.fromEntries(told) as Record<string, unknown>
}

function writeProof(proof: Proof, revision: number): ProofAnswer {
  if ('at' in proof) return { at: write(proof.at) }
  if ('sku' in proof) {
    const { sku, from, until, price } = proof
    return { sku, from: write(from), until: until === null ? null : write(until), price }
  }
  return { carts: proof.carts.map(({ order, total }) => ({ order: writeOrder(order), total })), revision }
}

function writeOrder({ now, ...rest }: Order) {
  return { now: write(now), ...rest } as unknown as Extract<ProofAnswer, { carts: unknown }>['carts'][number]['order']
}
